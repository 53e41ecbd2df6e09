import Layers from 'lucide-react-native/icons/list-checks';
import { useOpenShow } from '../../session/open/store';
import { t } from '../../words';
import { openPanel, usePanel } from '../panels/open';
import { useTokens } from '../theme/useTokens';

/** What needs no choice, behind one button of the sheet: choosing all, marks, snapping. */
export function SheetButton() {
  const face = useOpenShow((store) => store.face);
  const open = usePanel(({ panel }) => panel?.name === 'sheet');
  const tokens = useTokens();
  if (face === 'finish') return null;
  return (
    <button
      type="button"
      aria-label={t('sheet.toolsOfTheSheet')}
      aria-expanded={open}
      title={t('sheet.toolsOfTheSheet')}
      onClick={() => openPanel(open ? null : { name: 'sheet' })}
      className={`flex flex-col items-center justify-center rounded-control border ${open ? 'border-rain bg-rain-soft' : 'border-line bg-card'}`}
      style={{ position: 'absolute', left: 1, bottom: 8, minWidth: 44, minHeight: 44, padding: 0, zIndex: 9 }}
    >
      <Layers size={18} strokeWidth={2} color={tokens[open ? 'rain' : 'ink']} aria-hidden />
      <span className={`font-bold text-tiny ${open ? 'text-rain' : 'text-ink'}`}>{t('sheet.tools')}</span>
    </button>
  );
}
