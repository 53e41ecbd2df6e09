import X from 'lucide-react-native/icons/x';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { treatedPart } from '../../session/balance/comparing';
import { useOpenShow, useSaved } from '../../session/open/store';
import { sayLane, t } from '../../words';
import { JoinPanel } from '../bed/JoinPanel';
import { LoopPanel } from '../bed/LoopPanel';
import { MinePanel } from '../bed/MinePanel';
import { ShelfPanel } from '../bed/ShelfPanel';
import { PiecesPanel } from '../bed/PiecesPanel';
import { IconButton } from '../controls/Button';
import { Caught } from '../controls/Caught';
import { Say } from '../controls/Say';
import { LANES_TITLE, LanesPanel } from '../details/LanesPanel';
import { SheetPanel } from '../details/SheetPanel';
import { EvenPanel } from '../balance/EvenPanel';
import { LanePanel } from '../balance/LanePanel';
import { LoudnessPanel } from '../balance/LoudnessPanel';
import { FitDrawer, FitHeading, useFitTitle } from '../fit/FitDrawer';
import { usePanel, type DrawerPanel } from '../panels/open';
import { AllPicturesPanel } from '../pictures/AllPicturesPanel';
import { LineUpPanel } from '../pictures/LineUpPanel';
import { TimesPanel } from '../pictures/TimesPanel';
import { TrimPanel } from '../pictures/TrimPanel';
import { ClipSpeedPanel } from '../treat/ClipSpeedPanel';
import { TreatPanel } from '../treat/TreatPanel';
import { DipsPanel } from '../voice/DipsPanel';
import { LinePanel } from '../voice/LinePanel';
import { OverReading } from '../voice/OverReading';
import { closePanel } from './Panels';

/** The drawing of the voice is as wide as the drawer. */
function Over() {
  const [width, setWidth] = useState(0);
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 ? <OverReading width={width} onGo={closePanel} /> : null}
    </View>
  );
}

/** What a panel is about, where it is about one lane or one sound. */
function useNameOf(panel: DrawerPanel): string {
  return useSaved((show) => {
    const id = panel.name === 'lane' ? panel.lane : panel.name === 'treat' && 'lane' in panel.of ? panel.of.lane : null;
    const lane = show.lanes.find((one) => one.id === id);
    if (lane) return sayLane(lane);
    const part = panel.name === 'treat' ? treatedPart(show, panel.of) : null;
    return part ? show.media[part.media]!.title : '';
  });
}

interface Content {
  readonly title: string;
  /** Stands in the place of the title where that says more. */
  readonly heading?: ReactNode;
  readonly content: ReactNode;
}

function contentOf(panel: DrawerPanel, fitted: string, named: string): Content {
  switch (panel.name) {
    case 'fit':
      return { title: fitted, heading: <FitHeading />, content: <FitDrawer onDone={closePanel} /> };
    case 'loop':
      return { title: t('show.loopMaker'), content: <LoopPanel onDone={closePanel} /> };
    case 'join':
      return { title: t('show.lineUpAJoin'), content: <JoinPanel at={panel.join} /> };
    case 'lineUp':
      return { title: t('common.lineUpARecording'), content: <LineUpPanel id={panel.clip} onDone={closePanel} /> };
    case 'even':
      return { title: t('balance.evenOut'), content: <EvenPanel onDone={closePanel} /> };
    case 'lane':
      return { title: named, content: <LanePanel id={panel.lane} /> };
    case 'treat':
      return { title: t('treat.of', { what: named }), content: <TreatPanel of={panel.of} /> };
    case 'loudness':
      return { title: t('finish.loudnessOfTheWhole'), content: <LoudnessPanel /> };
    case 'times':
      return { title: t('pictures.times'), content: <TimesPanel onDone={closePanel} /> };
    case 'all':
      return { title: t('common.allPictures'), content: <AllPicturesPanel /> };
    case 'trim':
      return { title: t('common.trimOnTheFilm'), content: <TrimPanel id={panel.clip} /> };
    case 'speed':
      return { title: t('treat.clipSpeed'), content: <ClipSpeedPanel id={panel.clip} /> };
    case 'mine':
      return { title: t('bed.mySounds'), content: <MinePanel onDone={closePanel} /> };
    case 'shelf':
      return { title: t('bed.shelf'), content: <ShelfPanel onDone={closePanel} /> };
    case 'pieces':
      return { title: t('show.piecesInOrder'), content: <PiecesPanel /> };
    case 'dips':
      return { title: t('show.dips'), content: <DipsPanel /> };
    case 'over':
      return { title: t('show.howClearTheVoiceIs'), content: <Over /> };
    case 'sheet':
      return { title: t('sheet.toolsOfTheSheet'), content: <SheetPanel /> };
    case 'lanes':
      return { title: t(LANES_TITLE[panel.kind]), content: <LanesPanel kind={panel.kind} /> };
    case 'line':
      return { title: t('common.aWrittenLine'), content: <LinePanel id={panel.line} onDone={closePanel} /> };
  }
}

/**
 * What is set while the sheet stays in sight: it changes there as the finger moves. Escape closes it, choosing something else does too; the
 * focus goes back to where it was.
 */
export function PanelDrawer({ panel }: { readonly panel: DrawerPanel }) {
  const { title, heading, content } = contentOf(panel, useFitTitle(), useNameOf(panel));
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const before = usePanel.getState().opener;
    const name = before?.getAttribute('aria-label');
    box.current?.focus({ preventScroll: true });
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
      // What opened it may have made room for it meanwhile: it is there again with the next drawing.
      else if (name)
        requestAnimationFrame(() => document.querySelector<HTMLElement>(`[role=button][aria-label="${CSS.escape(name)}"]`)?.focus());
    };
  }, []);
  useEffect(
    () =>
      useOpenShow.subscribe((state, before) => {
        if (state.chosen !== before.chosen && state.chosen !== null) closePanel();
      }),
    [],
  );
  return (
    <div
      ref={box}
      role="dialog"
      aria-label={title}
      tabIndex={-1}
      className="flex flex-col gap-2 outline-none"
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        event.stopPropagation();
        closePanel();
      }}
    >
      <View className="flex-row items-center gap-2">
        {heading ?? (
          <Say look="lead" className="flex-1" accessibilityRole="header">
            {title}
          </Say>
        )}
        <IconButton label={t('controls.close', { title })} icon={X} onPress={closePanel} />
      </View>
      <Caught what={title}>{content}</Caught>
    </div>
  );
}
