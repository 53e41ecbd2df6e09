import { t } from '../../words';
import { useState } from 'react';
import { ScrollView, View, useWindowDimensions } from 'react-native';
import { partsOn } from '../../core/show';
import { clamp } from '../../core/units';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { ChosenDetails, PartDrawer, SeveralDrawer, useChosen } from '../details/Chosen';
import { FaceStart } from '../faces/FaceStart';
import { FaceTabs } from '../faces/FaceTabs';
import { Incoming } from '../faces/Incoming';
import { FinishPanel } from '../finish/FinishPanel';
import { RefitNotice } from '../fit/RefitNotice';
import { OwnDrawer, PictureDrawer } from '../pictures/PictureDrawer';
import { TapBar } from '../pictures/TapBar';
import { useTapping } from '../../session/pictures/tapping';
import { LengthStrip } from '../stage/LengthStrip';
import { LoudnessCard } from '../stage/LoudnessCard';
import { Stage } from '../stage/Stage';
import { Caught } from '../controls/Caught';
import { Say } from '../controls/Say';
import { useRecording } from '../../session/voice/recording';
import { OverReading } from '../voice/OverReading';
import { RecordBar } from '../voice/RecordBar';
import { Messages } from './Messages';
import { Sheet } from '../sheet/Sheet';

interface Props {
  readonly wide: boolean;
  readonly onFit: () => void;
}

export function Layout({ wide, onFit }: Props) {
  return wide ? <WideLayout onFit={onFit} /> : <PhoneLayout onFit={onFit} />;
}

/** The sheet in whatever width it is given. */
function SheetBox({ wide }: { readonly wide: boolean }) {
  const [width, setWidth] = useState(0);
  return (
    <View className="flex-1" onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 ? (
        <Caught what={t('show.theSheet')}>
          <Sheet width={width} wide={wide} />
        </Caught>
      ) : null}
    </View>
  );
}

function PhoneLayout({ onFit }: { readonly onFit: () => void }) {
  const show = useShown(whole);
  const face = useOpenShow((store) => store.face);
  const { parts, pictures, own } = useChosen(show);
  const [part, ...more] = parts;
  const { width, height } = useWindowDimensions();
  const tapping = useTapping(({ tapping: { status } }) => status !== 'off');
  const recording = useRecording((state) => state.recording.status !== 'off');
  // While something is chosen the sheet needs the room more than the stage does.
  const busy = (parts.length > 0 || pictures.length > 0 || own !== null || recording) && !tapping;
  const stage = Math.round(Math.min(180, height * 0.22) * (busy ? 0.65 : 1));
  return (
    <>
      <Messages />
      <Caught what={t('show.theStage')}>
        <Stage width={width} height={stage} />
      </Caught>
      <View className="bg-card px-4 py-2">
        <Caught what={t('show.theLengths')}>
          <LengthStrip onFit={onFit} />
        </Caught>
      </View>
      <RefitNotice />
      {face === 'finish' && !recording ? (
        <ScrollView className="flex-1 border-t border-line" contentContainerClassName="gap-3 p-4">
          <Caught what={t('show.theFinishFace')}>
            <FinishPanel />
          </Caught>
        </ScrollView>
      ) : (
        <>
          <SheetBox wide={false} />
          <View className="gap-2 border-t border-line bg-card px-4 py-2">
            <Caught key={face} what={t('show.thisFace')}>
              <Incoming />
              {recording ? (
                <RecordBar />
              ) : tapping ? (
                <TapBar />
              ) : part && more.length > 0 ? (
                <SeveralDrawer parts={parts} />
              ) : part ? (
                <PartDrawer key={part.id} part={part} />
              ) : own ? (
                <OwnDrawer clip={own} />
              ) : pictures.length > 0 ? (
                <PictureDrawer pictures={pictures} />
              ) : (
                <FaceStart face={face === 'finish' ? 'voice' : face} wide={false} />
              )}
            </Caught>
          </View>
        </>
      )}
      <FaceTabs wide={false} />
    </>
  );
}

function WideLayout({ onFit }: { readonly onFit: () => void }) {
  const show = useShown(whole);
  const face = useOpenShow((store) => store.face);
  const chosen = useChosen(show);
  const tapping = useTapping(({ tapping: { status } }) => status !== 'off');
  const recording = useRecording((state) => state.recording.status !== 'off');
  const voiced = partsOn(show, 'voice').length > 0;
  const { width } = useWindowDimensions();
  // The sheet keeps room for its lanes: on the way down to a narrow window the areas beside it give way first.
  const right = width < 1100 ? 280 : 320;
  const left = Math.round(clamp(width - right - 400, 240, Math.min(460, width * 0.34)));
  return (
    <View className="flex-1 flex-row">
      <ScrollView style={{ width: left, flexGrow: 0 }} contentContainerClassName="gap-4 p-5">
        <View className="overflow-hidden rounded-control">
          <Caught what={t('show.theStage')}>
            <Stage width={left - 40} height={Math.round(((left - 40) * 9) / 16)} />
          </Caught>
        </View>
        <View className="gap-1">
          <Say look="label">{t('common.length')}</Say>
          <LengthStrip onFit={onFit} spelled />
        </View>
        <RefitNotice />
        <Caught what={t('show.theLoudness')}>
          <LoudnessCard width={left - 40} />
        </Caught>
        {voiced ? (
          <Caught what={t('show.howClearTheVoiceIs')}>
            <OverReading width={left - 40} />
          </Caught>
        ) : null}
        <Say look="small">{t('show.spacePlayStepSplitTrim')}</Say>
      </ScrollView>
      <View className="flex-1 border-x border-line">
        <Messages />
        <SheetBox wide />
      </View>
      <ScrollView style={{ width: right, flexGrow: 0 }} className="bg-card" contentContainerClassName="gap-4 p-4">
        <Caught key={face} what={t('show.thisFace')}>
          <Incoming />
          {recording ? (
            <RecordBar />
          ) : face === 'finish' ? (
            <FinishPanel />
          ) : tapping ? (
            <TapBar />
          ) : (
            <>
              <ChosenDetails chosen={chosen} />
              <FaceStart face={face} wide />
            </>
          )}
        </Caught>
      </ScrollView>
    </View>
  );
}
