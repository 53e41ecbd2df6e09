import { useState, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { partsOn } from '../../core/show';
import { clamp } from '../../core/units';
import { useOpenShow, useShown } from '../../session/open/store';
import { useTapping } from '../../session/pictures/tapping';
import { useRecording } from '../../session/voice/recording';
import { t } from '../../words';
import { Caught } from '../controls/Caught';
import { Say } from '../controls/Say';
import { BalancePanel } from '../balance/BalancePanel';
import { FaceTabs } from '../faces/FaceTabs';
import { NextStep } from '../faces/NextStep';
import { FinishPanel } from '../finish/FinishPanel';
import { RefitNotice } from '../fit/RefitNotice';
import { standsInDrawer, usePanel } from '../panels/open';
import { Sheet } from '../sheet/Sheet';
import { LengthStrip } from '../stage/LengthStrip';
import { LoudnessCard } from '../stage/LoudnessCard';
import { Stage } from '../stage/Stage';
import { VERY_WIDE } from '../theme/layout';
import type { Room } from '../theme/useRoom';
import { OverReading } from '../voice/OverReading';
import { Drawer, WideDetails } from './Drawer';
import { Messages } from './Messages';
import { ShowHeader, type HeaderProps } from './ShowHeader';

interface Props {
  readonly room: Room;
  readonly header: Omit<HeaderProps, 'look'>;
  readonly onFit: () => void;
}

/** Heights of what stands above and below the sheet, pixels of text of the usual size. */
const HEADER = 48;
const STRIP = 62;
const FACES = 64;
/** What a drawer takes of the window at the most, and of what the stage leaves: the sheet above it stays live. */
const DRAWER = { window: 0.46, left: 0.62 } as const;

/** The open show, in the layout that there is room for. What is chosen, open, playing or recording lives beside it, and outlasts a turned device. */
export function Layout(props: Props) {
  switch (props.room.layout) {
    case 'phone':
      return <PhoneLayout {...props} />;
    case 'sideways':
      return <SidewaysLayout {...props} />;
    case 'tablet':
      return <TabletLayout {...props} />;
    case 'wide':
      return <WideLayout {...props} />;
  }
}

/** The sheet in whatever width it is given; `tall` is the height that it has while nothing is open below it. */
function SheetBox({ wide, tall }: { readonly wide: boolean; readonly tall: number }) {
  const [width, setWidth] = useState(0);
  return (
    <View className="min-h-0 flex-1" onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 ? (
        <Caught what={t('show.theSheet')}>
          <Sheet width={width} tall={tall} wide={wide} start={<NextStep />} />
        </Caught>
      ) : null}
    </View>
  );
}

function StageBox({ width, height }: { readonly width: number; readonly height: number }) {
  return (
    <Caught what={t('show.theStage')}>
      <Stage width={width} height={height} />
    </Caught>
  );
}

function Strip({ onFit, spelled = false }: { readonly onFit: () => void; readonly spelled?: boolean }) {
  return (
    <Caught what={t('show.theLengths')}>
      <LengthStrip onFit={onFit} spelled={spelled} />
    </Caught>
  );
}

/** Balance and Finish take the sheet's place where there is no room for both; while somebody records or taps along the sheet stays. */
function useInPlace(): 'balance' | 'finish' | null {
  const recording = useRecording((state) => state.recording.status !== 'off');
  const tapping = useTapping(({ tapping: { status } }) => status !== 'off');
  const inDrawer = usePanel(({ panel }) => standsInDrawer(panel));
  const face = useOpenShow((store) => store.face);
  return (face === 'finish' || face === 'balance') && !recording && !tapping && !inDrawer ? face : null;
}

/** What stands in the sheet's place. */
function InPlace({ of }: { readonly of: 'balance' | 'finish' }) {
  if (of === 'balance') {
    return (
      <View className="min-h-0 flex-1">
        <Caught what={t('faces.balance')}>
          <BalancePanel pinned />
        </Caught>
      </View>
    );
  }
  return (
    <ScrollView className="flex-1 border-t border-line" contentContainerClassName="gap-3 p-4 w-full max-w-[720px] self-center">
      <Caught what={t('show.theFinishFace')}>
        <FinishPanel />
      </Caught>
    </ScrollView>
  );
}

function PhoneLayout({ room: { width, height, em }, header, onFit }: Props) {
  const inPlace = useInPlace();
  // The desk is a long list: the stage makes room for it.
  const stage = Math.round(Math.min(180, height * (height < 640 * em || inPlace === 'balance' ? 0.15 : 0.22)));
  const left = height - stage - (HEADER + STRIP + FACES) * em;
  const most = Math.round(Math.min(height * DRAWER.window, left * DRAWER.left));
  return (
    <>
      <ShowHeader {...header} look="phone" />
      <Messages />
      <StageBox width={width} height={stage} />
      {inPlace === 'balance' ? null : (
        <View className="bg-card px-4 py-2">
          <Strip onFit={onFit} />
        </View>
      )}
      <RefitNotice />
      {inPlace ? (
        <InPlace of={inPlace} />
      ) : (
        <>
          <SheetBox wide={false} tall={Math.round(left * 0.76)} />
          <ScrollView
            style={{ maxHeight: most, flexGrow: 0, flexShrink: 0 }}
            className="border-t border-line bg-card"
            contentContainerClassName="gap-2 px-4 py-2"
          >
            <Drawer />
          </ScrollView>
        </>
      )}
      <FaceTabs look="bottom" />
    </>
  );
}

function SidewaysLayout({ room: { width, height, em }, header, onFit }: Props) {
  const inPlace = useInPlace();
  const busy = useOpenShow((store) => store.chosen !== null);
  const side = Math.round(clamp(width * 0.36, 240 * em, 340 * em));
  // The stage makes room for what is chosen; the sheet beside it does not move.
  const stage = Math.round(Math.min((side * 9) / 16, height * (busy ? 0.24 : 0.38)));
  return (
    <View className="min-h-0 flex-1 flex-row">
      <View style={{ width: side }} className="border-r border-line">
        <ShowHeader {...header} look="side" />
        <StageBox width={side} height={stage} />
        <View className="bg-card px-3 py-1.5">
          <Strip onFit={onFit} />
        </View>
        <ScrollView className="min-h-0 flex-1 border-t border-line bg-card" contentContainerClassName="gap-2 px-3 py-2">
          <Messages />
          <RefitNotice />
          {inPlace ? null : <Drawer />}
        </ScrollView>
      </View>
      {inPlace ? <InPlace of={inPlace} /> : <SheetBox wide={false} tall={height} />}
      <FaceTabs look="rail" header={header} />
    </View>
  );
}

function TabletLayout({ room: { width, height, em }, header, onFit }: Props) {
  const inPlace = useInPlace();
  const side = Math.round(clamp(width * 0.38, 250 * em, 330 * em));
  return (
    <>
      <ShowHeader {...header} look="phone" />
      <Messages />
      <View className="min-h-0 flex-1 flex-row border-t border-line">
        <SheetBox wide tall={Math.round(height - (HEADER + FACES) * em)} />
        <ScrollView style={{ width: side, flexGrow: 0 }} className="border-l border-line" contentContainerClassName="gap-3 p-3.5">
          <View className="overflow-hidden rounded-control">
            <StageBox width={side - 28} height={Math.round(((side - 28) * 9) / 16)} />
          </View>
          <Strip onFit={onFit} />
          <RefitNotice />
          {inPlace === 'balance' ? (
            <Caught what={t('faces.balance')}>
              <BalancePanel pinned={false} />
            </Caught>
          ) : inPlace ? (
            <Caught what={t('show.theFinishFace')}>
              <FinishPanel />
            </Caught>
          ) : (
            <>
              <View className="gap-2 rounded-control border border-line bg-card p-3.5">
                <Drawer />
              </View>
              <Charts width={side - 28} />
            </>
          )}
        </ScrollView>
      </View>
      <FaceTabs look="bottom" />
    </>
  );
}

/** What was measured of the show, drawn over its time. */
function Charts({ width }: { readonly width: number }): ReactNode {
  const voiced = useShown((show) => partsOn(show, 'voice').length > 0);
  return (
    <>
      <Caught what={t('show.theLoudness')}>
        <LoudnessCard width={width} />
      </Caught>
      {voiced ? (
        <Caught what={t('show.howClearTheVoiceIs')}>
          <OverReading width={width} />
        </Caught>
      ) : null}
    </>
  );
}

function WideLayout({ room: { width, height, em }, header, onFit }: Props) {
  // The sheet keeps room for its lanes: on the way down to a narrow window the areas beside it give way first. On a very wide one the
  // stage grows with the sheet; lines of text do not.
  const large = width / em >= VERY_WIDE;
  const right = Math.round((large ? 380 : width / em < 1100 ? 290 : 330) * em);
  const left = Math.round(clamp(width - right - 400 * em, 240 * em, large ? width * 0.36 : Math.min(460 * em, width * 0.34)));
  const inner = left - 40;
  return (
    <>
      <ShowHeader {...header} look="wide" />
      <View className="min-h-0 flex-1 flex-row">
        <ScrollView style={{ width: left, flexGrow: 0 }} contentContainerClassName="gap-4 p-5">
          <View className="overflow-hidden rounded-control">
            <StageBox width={inner} height={Math.round((inner * 9) / 16)} />
          </View>
          <View className="gap-1">
            <Say look="label">{t('common.length')}</Say>
            <Strip onFit={onFit} spelled />
          </View>
          <RefitNotice />
          <Charts width={inner} />
          <Say look="small">{t('show.spacePlayStepSplitTrim')}</Say>
        </ScrollView>
        <View className="min-h-0 flex-1 border-x border-line">
          <Messages />
          <SheetBox wide tall={Math.round(height - 56 * em)} />
        </View>
        <ScrollView style={{ width: right, flexGrow: 0 }} className="bg-card" contentContainerClassName="gap-4 p-4">
          <WideDetails />
        </ScrollView>
      </View>
    </>
  );
}
