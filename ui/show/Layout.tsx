import { t } from '../../words';
import { useState } from 'react';
import { ScrollView, View, useWindowDimensions } from 'react-native';
import { partsOn, type Show } from '../../core/show';
import { clamp } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
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
  readonly show: Show;
  readonly wide: boolean;
  readonly onFit: () => void;
}

export function Layout({ show, wide, onFit }: Props) {
  return wide ? <WideLayout show={show} onFit={onFit} /> : <PhoneLayout show={show} onFit={onFit} />;
}

/** The sheet in whatever width it is given. */
function SheetBox({ show, wide }: { readonly show: Show; readonly wide: boolean }) {
  const [width, setWidth] = useState(0);
  return (
    <View className="flex-1" onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 ? (
        <Caught what={t('show.theSheet')}>
          <Sheet show={show} width={width} wide={wide} />
        </Caught>
      ) : null}
    </View>
  );
}

function PhoneLayout({ show, onFit }: { readonly show: Show; readonly onFit: () => void }) {
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
        <Stage show={show} width={width} height={stage} />
      </Caught>
      <View className="bg-card px-4 py-2">
        <Caught what={t('show.theLengths')}>
          <LengthStrip show={show} onFit={onFit} />
        </Caught>
      </View>
      <RefitNotice show={show} />
      {face === 'finish' && !recording ? (
        <ScrollView className="flex-1 border-t border-line" contentContainerClassName="gap-3 p-4">
          <Caught what={t('show.theFinishFace')}>
            <FinishPanel show={show} />
          </Caught>
        </ScrollView>
      ) : (
        <>
          <SheetBox show={show} wide={false} />
          <View className="gap-2 border-t border-line bg-card px-4 py-2">
            <Caught key={face} what={t('show.thisFace')}>
              <Incoming show={show} />
              {recording ? (
                <RecordBar show={show} />
              ) : tapping ? (
                <TapBar />
              ) : part && more.length > 0 ? (
                <SeveralDrawer show={show} parts={parts} />
              ) : part ? (
                <PartDrawer key={part.id} show={show} part={part} />
              ) : own ? (
                <OwnDrawer show={show} clip={own} />
              ) : pictures.length > 0 ? (
                <PictureDrawer show={show} pictures={pictures} />
              ) : (
                <FaceStart show={show} face={face === 'finish' ? 'voice' : face} wide={false} />
              )}
            </Caught>
          </View>
        </>
      )}
      <FaceTabs wide={false} />
    </>
  );
}

function WideLayout({ show, onFit }: { readonly show: Show; readonly onFit: () => void }) {
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
            <Stage show={show} width={left - 40} height={Math.round(((left - 40) * 9) / 16)} />
          </Caught>
        </View>
        <View className="gap-1">
          <Say look="label">{t('common.length')}</Say>
          <LengthStrip show={show} onFit={onFit} spelled />
        </View>
        <RefitNotice show={show} />
        <Caught what={t('show.theLoudness')}>
          <LoudnessCard show={show} width={left - 40} />
        </Caught>
        {voiced ? (
          <Caught what={t('show.howClearTheVoiceIs')}>
            <OverReading show={show} width={left - 40} />
          </Caught>
        ) : null}
        <Say look="small">{t('show.spacePlayStepSplitTrim')}</Say>
      </ScrollView>
      <View className="flex-1 border-x border-line">
        <Messages />
        <SheetBox show={show} wide />
      </View>
      <ScrollView style={{ width: right, flexGrow: 0 }} className="bg-card" contentContainerClassName="gap-4 p-4">
        <Caught key={face} what={t('show.thisFace')}>
          <Incoming show={show} />
          {recording ? (
            <RecordBar show={show} />
          ) : face === 'finish' ? (
            <FinishPanel show={show} />
          ) : tapping ? (
            <TapBar />
          ) : (
            <>
              <ChosenDetails show={show} chosen={chosen} />
              <FaceStart show={show} face={face} wide />
            </>
          )}
        </Caught>
      </ScrollView>
    </View>
  );
}
