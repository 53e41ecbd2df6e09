import { useCallback } from 'react';
import { View } from 'react-native';
import { partsOn, type Show } from '../../core/show';
import { dropLiningUp } from '../../session/pictures/liningUp';
import { useOpenShow } from '../../session/open/store';
import { pause, useTransport } from '../../session/sound/transport';
import { Panel } from '../controls/Panel';
import { Say } from '../controls/Say';
import { FitPanel } from '../fit/FitPanel';
import { openPanel, usePanel } from '../panels/open';
import { AllPicturesPanel } from '../pictures/AllPicturesPanel';
import { LineUpPanel } from '../pictures/LineUpPanel';
import { SpreadPanel } from '../pictures/SpreadPanel';
import { TrimPanel } from '../pictures/TrimPanel';
import { KEYS } from './useKeys';

/** The panel that lies over the page, where one does. */
export function Panels({ shown, saved }: { readonly shown: Show; readonly saved: Show }) {
  const { panel } = usePanel();
  const close = useCallback(() => {
    // What a panel plays ends with it, and so does a gesture that it began.
    if (useTransport.getState().playing.kind === 'stretch') pause();
    useOpenShow.getState().endPreview();
    dropLiningUp();
    openPanel(null);
  }, []);
  if (panel === null) return null;
  switch (panel.name) {
    case 'fit': {
      const part = partsOn(saved, 'bed')[0];
      return part ? (
        <Panel title="Fit the length" onClose={close}>
          <FitPanel show={saved} part={part} onDone={close} />
        </Panel>
      ) : null;
    }
    case 'spread':
      return (
        <Panel title="Spread the pictures" onClose={close}>
          <SpreadPanel show={saved} onDone={close} />
        </Panel>
      );
    case 'all':
      return (
        <Panel title="All pictures" onClose={close}>
          <AllPicturesPanel show={saved} />
        </Panel>
      );
    case 'trim':
      return (
        <Panel title="Trim on the film" onClose={close}>
          <TrimPanel shown={shown} saved={saved} id={panel.clip} />
        </Panel>
      );
    case 'lineUp':
      return (
        <Panel title="Line up a recording" onClose={close}>
          <LineUpPanel show={saved} id={panel.clip} onDone={close} />
        </Panel>
      );
    case 'keys':
      return (
        <Panel title="Keys" onClose={close}>
          {KEYS.map(([keys, does]) => (
            <View key={keys} className="flex-row gap-3">
              <Say look="time" className="w-24">
                {keys}
              </Say>
              <Say className="flex-1">{does}</Say>
            </View>
          ))}
        </Panel>
      );
  }
}
