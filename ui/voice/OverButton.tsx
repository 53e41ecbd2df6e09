import { useShown, whole } from '../../session/open/store';
import { decimal, t } from '../../words';
import Gauge from 'lucide-react-native/icons/gauge';

import { useOver } from '../../session/voice/over';
import { Button } from '../controls/Button';
import { openPanel } from '../panels/open';

/**
 * How clear the voice is at its tightest, on a button that leads to the reading. It stands there from the first narration on, as wide before it is
 * known as after: nothing moves away from under a thumb.
 */
export function OverButton() {
  const show = useShown(whole);
  const { least, understood, stale, speaks, listened } = useOver(show);
  if (!speaks && listened) return null;
  // In the measure that its dips were asked for.
  const clear =
    show.dips.depth.by !== 'thin'
      ? least && t('voice.dbClear', { over: decimal(least.over, 1) })
      : understood && t('voice.understood', { share: decimal(understood.share * 100, 0) });
  // A narration whose file is missing is never listened to.
  const said = clear ?? (stale ? t('common.measuring') : null);
  return (
    <Button
      label={said === null ? t('common.voiceOverBed') : stale && clear ? `${said} …` : said}
      hint={said === null ? t('common.voiceOverBed') : t('voice.voiceOverBedAtThe', { over: said })}
      icon={Gauge}
      kind="quiet"
      tight
      onPress={() => openPanel({ name: 'over' })}
      className="grow basis-40"
    />
  );
}
