import { t } from '../../words';
import { useCallback } from 'react';
import { View } from 'react-native';
import { partEnd, partsOn, type Show } from '../../core/show';
import { closeLooping } from '../../session/bed/looping';
import { dropLiningUp } from '../../session/pictures/liningUp';
import { useOpenShow } from '../../session/open/store';
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
export function Panels({ shown, saved }: { readonly shown: Show; readonly saved: Show }) {
  const { panel } = usePanel();
  const chosen = useOpenShow((store) => (store.chosen?.kind === 'parts' && store.chosen.ids.length === 1 ? store.chosen.ids[0] : null));
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
    case 'fit': {
      // The end of the bed is what has to meet the end of the show: the chosen piece, or the last one.
      const pieces = partsOn(saved, 'bed');
      const part = pieces.find((one) => one.id === chosen) ?? [...pieces].sort((a, b) => partEnd(a) - partEnd(b)).at(-1);
      return part ? <FitPanel show={saved} part={part} onClose={close} /> : null;
    }
    case 'spread':
      return (
        <Panel title={t('common.spreadThePictures')} onClose={close}>
          <SpreadPanel show={saved} onDone={close} />
        </Panel>
      );
    case 'all':
      return (
        <Panel title={t('common.allPictures')} onClose={close}>
          <AllPicturesPanel show={saved} />
        </Panel>
      );
    case 'trim':
      return (
        <Panel title={t('common.trimOnTheFilm')} onClose={close}>
          <TrimPanel shown={shown} saved={saved} id={panel.clip} />
        </Panel>
      );
    case 'lineUp':
      return (
        <Panel title={t('common.lineUpARecording')} onClose={close}>
          <LineUpPanel show={saved} id={panel.clip} onDone={close} />
        </Panel>
      );
    case 'pieces':
      return (
        <Panel title={t('show.piecesInOrder')} onClose={close}>
          <PiecesPanel show={saved} />
        </Panel>
      );
    case 'join':
      return (
        <Panel title={t('show.lineUpAJoin')} onClose={close}>
          <JoinPanel show={saved} at={panel.join} />
        </Panel>
      );
    case 'dips':
      return (
        <Panel title={t('show.dips')} onClose={close}>
          <DipsPanel show={shown} />
        </Panel>
      );
    case 'over':
      return (
        <Panel title={t('show.howClearTheVoiceIs')} onClose={close}>
          <OverReading show={saved} width={340} onGo={close} />
        </Panel>
      );
    case 'lanes':
      return (
        <Panel title={t(LANES_TITLE[panel.kind])} onClose={close}>
          <LanesPanel show={saved} kind={panel.kind} />
        </Panel>
      );
    case 'line':
      return (
        <Panel title={t('common.aWrittenLine')} onClose={close}>
          <LinePanel show={saved} id={panel.line} onDone={close} />
        </Panel>
      );
    case 'loop':
      return (
        <Panel title={t('show.loopMaker')} onClose={close}>
          <LoopPanel show={saved} onDone={close} />
        </Panel>
      );
    case 'loudness':
    case 'film':
    case 'sound':
    case 'work':
    case 'papers':
    case 'credits':
      return <FinishPanels name={panel.name} show={saved} onClose={close} />;
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
