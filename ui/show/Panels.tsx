import { t } from '../../words';
import { useEffect } from 'react';
import { View } from 'react-native';
import { closeLooping } from '../../session/bed/looping';
import { closeFitting } from '../../session/fit/fitting';
import { dropLiningUp } from '../../session/pictures/liningUp';
import { useOpenShow } from '../../session/open/store';
import { pause, useTransport } from '../../session/sound/transport';
import { Panel } from '../controls/Panel';
import { Say } from '../controls/Say';
import { FinishPanels } from '../finish/FinishPanels';
import { openPanel, standsInDrawer, usePanel, type OpenedPanel } from '../panels/open';
import { KEYS } from './useKeys';

/** Whoever has a panel open is done with it: what it plays ends, and what it tries out leaves the sheet. */
export const closePanel = (): void => openPanel(null);

/** What belongs to a panel ends with it, whichever way it goes: closed, or another one in its place. */
function leavePanel(before: OpenedPanel): void {
  if (before === null) return;
  if (useTransport.getState().playing.kind === 'stretch') pause();
  useOpenShow.getState().endPreview();
  if (before.name === 'fit') closeFitting();
  if (before.name === 'lineUp') dropLiningUp();
  if (before.name === 'loop') closeLooping();
}

/** The panel that lies over the page, where one does: what changes nothing yet, and what needs more room than a drawer has. */
export function Panels() {
  const { panel } = usePanel();
  useEffect(
    () =>
      usePanel.subscribe(({ panel: now }, { panel: before }) => {
        if (now !== before) leavePanel(before);
      }),
    [],
  );
  if (panel === null || standsInDrawer(panel)) return null;
  switch (panel.name) {
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
