import { useShown, whole } from '../../session/open/store';
import { decimal, t } from '../../words';
import Gauge from 'lucide-react-native/icons/gauge';

import { useOver } from '../../session/voice/over';
import { Button } from '../controls/Button';
import { openPanel } from '../panels/open';

/** How clear the voice is at its tightest, on a button that leads to the reading. */
export function OverButton() {
  const show = useShown(whole);
  const { least, understood, stale, speaks } = useOver(show);
  if (!speaks) return null;
  // In the measure that its dips were asked for.
  const clear =
    show.dips.depth.by !== 'thin'
      ? least && t('voice.dbClear', { over: decimal(least.over, 1) })
      : understood && t('voice.understood', { share: decimal(understood.share * 100, 0) });
  const said = clear ?? t('common.measuring');
  return (
    <Button
      label={stale && clear ? `${said} …` : said}
      hint={t('voice.voiceOverBedAtThe', { over: said })}
      icon={Gauge}
      kind="quiet"
      tight
      onPress={() => openPanel({ name: 'over' })}
      className="grow"
    />
  );
}
