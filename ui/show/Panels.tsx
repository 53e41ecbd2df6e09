import { t } from '../../words';
import { useCallback } from 'react';
import { View } from 'react-native';
import { partEnd, partsOn } from '../../core/show';
import { closeLooping } from '../../session/bed/looping';
import { dropLiningUp } from '../../session/pictures/liningUp';
import { useOpenShow, useSaved } from '../../session/open/store';
import { pause, useTransport } from '../../session/sound/transport';
import { JoinPanel } from '../bed/JoinPanel';
import { LoopPanel } from '../bed/LoopPanel';
import { PiecesPanel } from '../bed/PiecesPanel';
import { Panel } from '../controls/Panel';
import { LANES_TITLE, LanesPanel } from '../details/LanesPanel';
import { Say } from '../controls/Say';
import { FinishPanels } from '../finish/FinishPanels';
import { FitPanel } from '../fit/FitPanel';
import { openPanel, usePanel } from '../panels/open';
import { AllPicturesPanel } from '../pictures/AllPicturesPanel';
import { LineUpPanel } from '../pictures/LineUpPanel';
import { SpreadPanel } from '../pictures/SpreadPanel';
import { TrimPanel } from '../pictures/TrimPanel';
import { DipsPanel } from '../voice/DipsPanel';
import { LinePanel } from '../voice/LinePanel';
import { OverReading } from '../voice/OverReading';
import { KEYS } from './useKeys';

/** The panel that lies over the page, where one does. */
export function Panels() {
  const { panel } = usePanel();
  const close = useCallback(() => {
    // What a panel plays ends with it, and so does a gesture that it began.
    if (useTransport.getState().playing.kind === 'stretch') pause();
    useOpenShow.getState().endPreview();
    dropLiningUp();
    closeLooping();
    openPanel(null);
  }, []);
  if (panel === null) return null;
  switch (panel.name) {
    case 'fit':
      return <Fit onClose={close} />;
    case 'spread':
      return (
        <Panel title={t('common.spreadThePictures')} onClose={close}>
          <SpreadPanel onDone={close} />
        </Panel>
      );
    case 'all':
      return (
        <Panel title={t('common.allPictures')} onClose={close}>
          <AllPicturesPanel />
        </Panel>
      );
    case 'trim':
      return (
        <Panel title={t('common.trimOnTheFilm')} onClose={close}>
          <TrimPanel id={panel.clip} />
        </Panel>
      );
    case 'lineUp':
      return (
        <Panel title={t('common.lineUpARecording')} onClose={close}>
          <LineUpPanel id={panel.clip} onDone={close} />
        </Panel>
      );
    case 'pieces':
      return (
        <Panel title={t('show.piecesInOrder')} onClose={close}>
          <PiecesPanel />
        </Panel>
      );
    case 'join':
      return (
        <Panel title={t('show.lineUpAJoin')} onClose={close}>
          <JoinPanel at={panel.join} />
        </Panel>
      );
    case 'dips':
      return (
        <Panel title={t('show.dips')} onClose={close}>
          <DipsPanel />
        </Panel>
      );
    case 'over':
      return (
        <Panel title={t('show.howClearTheVoiceIs')} onClose={close}>
          <OverReading width={340} onGo={close} />
        </Panel>
      );
    case 'lanes':
      return (
        <Panel title={t(LANES_TITLE[panel.kind])} onClose={close}>
          <LanesPanel kind={panel.kind} />
        </Panel>
      );
    case 'line':
      return (
        <Panel title={t('common.aWrittenLine')} onClose={close}>
          <LinePanel id={panel.line} onDone={close} />
        </Panel>
      );
    case 'loop':
      return (
        <Panel title={t('show.loopMaker')} onClose={close}>
          <LoopPanel onDone={close} />
        </Panel>
      );
    case 'loudness':
    case 'film':
    case 'sound':
    case 'work':
    case 'papers':
    case 'credits':
      return <FinishPanels name={panel.name} onClose={close} />;
    case 'keys':
      return (
        <Panel title={t('show.keys')} onClose={close}>
          {KEYS.map(([keys, does]) => (
            <View key={does} className="flex-row gap-3">
              <Say look="time" className="w-24">
                {keys()}
              </Say>
              <Say className="flex-1">{t(does)}</Say>
            </View>
          ))}
        </Panel>
      );
  }
}

/** The fit of the chosen piece, or of the one that ends last: its end is what has to meet the end of the show. */
function Fit({ onClose }: { readonly onClose: () => void }) {
  const chosen = useOpenShow((store) => (store.chosen?.kind === 'parts' && store.chosen.ids.length === 1 ? store.chosen.ids[0] : null));
  const part = useSaved((show) => {
    const pieces = partsOn(show, 'bed');
    return pieces.find((one) => one.id === chosen) ?? [...pieces].sort((a, b) => partEnd(a) - partEnd(b)).at(-1);
  });
  return part ? <FitPanel part={part} onClose={onClose} /> : null;
}
