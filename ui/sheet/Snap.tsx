import { sayTime, t } from '../../words';
import Magnet from 'lucide-react-native/icons/magnet';
import { useSnap } from '../../session/bed/snapping';
import { useOpenShow } from '../../session/open/store';
import { useTokens } from '../theme/useTokens';

const KINDS = { picture: 'sheet.changeOfPicture', end: 'sheet.endOfAPart', now: 'sheet.nowLine', beat: 'sheet.beat' } as const;

/** What a drag has been drawn to, and why. */
export function SnapLine({ pixelsPerSecond, width }: { readonly pixelsPerSecond: number; readonly width: number }) {
  const { caught } = useSnap();
  if (!caught) return null;
  return (
    <div
      aria-hidden
      className="border-t-2 border-dashed border-amber"
      style={{ position: 'absolute', left: 0, width, top: caught.at * pixelsPerSecond - 1, pointerEvents: 'none', zIndex: 6 }}
    >
      <span style={{ position: 'absolute', right: 6, top: -20 }} className="rounded-full bg-amber px-2 font-bold text-tiny text-paper">
        {t(KINDS[caught.kind])} {sayTime(caught.at)}
      </span>
    </div>
  );
}

/** Switches the drawing of edges to what lies near on and off. */
export function SnapSwitch() {
  const snap = useOpenShow((store) => store.snap);
  const face = useOpenShow((store) => store.face);
  const tokens = useTokens();
  if (face !== 'bed' && face !== 'voice') return null;
  return (
    <button
      type="button"
      aria-label={snap ? t('sheet.snapIsOn') : t('sheet.snapIsOff')}
      aria-pressed={snap}
      title={snap ? t('sheet.edgesSnapToWhatLies') : t('sheet.edgesGoExactlyWhereThey')}
      onClick={() => useOpenShow.getState().setSnap(!snap)}
      className={`flex flex-col items-center justify-center rounded-control border ${snap ? 'border-rain bg-rain-soft' : 'border-line bg-card'}`}
      style={{ position: 'absolute', left: 1, bottom: 8, minWidth: 44, minHeight: 44, padding: 0, zIndex: 9 }}
    >
      <Magnet size={18} strokeWidth={2} color={tokens[snap ? 'rain' : 'ink-2']} aria-hidden />
      <span className={`font-bold text-tiny ${snap ? 'text-rain' : 'text-ink-2'}`}>{t(snap ? 'sheet.snap' : 'sheet.free')}</span>
    </button>
  );
}
