import { useShown, whole } from '../../session/open/store';
import { decimal, t } from '../../words';
import Gauge from 'lucide-react-native/icons/gauge';

import { useOver } from '../../session/voice/over';
import { Button } from '../controls/Button';
import { openPanel } from '../panels/open';

/** How clear the voice is at its tightest, on a button that leads to the reading. */
export function OverButton() {
  const show = useShown(whole);
  const { least, stale, speaks } = useOver(show);
  if (!speaks) return null;
  const said = least ? t('voice.dbClear', { over: decimal(least.over, 1) }) : t('common.measuring');
  return (
    <Button
      label={stale && least ? `${said} …` : said}
      hint={t('voice.voiceOverBedAtThe', { over: said })}
      icon={Gauge}
      kind="quiet"
      tight
      onPress={() => openPanel({ name: 'over' })}
      className="grow"
    />
  );
}
