import { t } from '../../words';
import { View } from 'react-native';
import { partEnd, partsOn } from '../../core/show';
import { closeLooping } from '../../session/bed/looping';
import { dropLiningUp } from '../../session/pictures/liningUp';
import { useOpenShow, useSaved } from '../../session/open/store';
import { pause, useTransport } from '../../session/sound/transport';
import { JoinPanel } from '../bed/JoinPanel';
import { LoopPanel } from '../bed/LoopPanel';
import { Panel } from '../controls/Panel';
import { Say } from '../controls/Say';
import { FinishPanels } from '../finish/FinishPanels';
import { FitPanel } from '../fit/FitPanel';
import { openPanel, standsInDrawer, usePanel } from '../panels/open';
import { LineUpPanel } from '../pictures/LineUpPanel';
import { KEYS } from './useKeys';

/** What a panel plays ends with it, and so does a gesture that it began. */
export function closePanel(): void {
  if (useTransport.getState().playing.kind === 'stretch') pause();
  useOpenShow.getState().endPreview();
  dropLiningUp();
  closeLooping();
  openPanel(null);
}

/** The panel that lies over the page, where one does: what changes nothing yet, and what needs more room than a drawer has. */
export function Panels() {
  const { panel } = usePanel();
  if (panel === null || standsInDrawer(panel)) return null;
  switch (panel.name) {
    case 'fit':
      return <Fit onClose={closePanel} />;
    case 'lineUp':
      return (
        <Panel title={t('common.lineUpARecording')} onClose={closePanel}>
          <LineUpPanel id={panel.clip} onDone={closePanel} />
        </Panel>
      );
    case 'join':
      return (
        <Panel title={t('show.lineUpAJoin')} onClose={closePanel}>
          <JoinPanel at={panel.join} />
        </Panel>
      );
    case 'loop':
      return (
        <Panel title={t('show.loopMaker')} onClose={closePanel}>
          <LoopPanel onDone={closePanel} />
        </Panel>
      );
    case 'loudness':
    case 'film':
    case 'sound':
    case 'work':
    case 'papers':
    case 'credits':
      return <FinishPanels name={panel.name} onClose={closePanel} />;
    case 'keys':
      return (
        <Panel title={t('show.keys')} onClose={closePanel}>
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
