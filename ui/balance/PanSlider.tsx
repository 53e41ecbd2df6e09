import type { Lane } from '../../core/show';
import { setLane } from '../../core/show/edits';
import { bringBack, sayPan } from '../../session/balance/gates';
import { useOpenShow } from '../../session/open/store';
import { sayLane, t } from '../../words';
import { useTokens, type Token } from '../theme/useTokens';
import { PLACE_SCALE } from './scale';
import { useSideways } from './useSideways';

/** Half a knob, pixels. */
const HALF = 5;

/** Where a lane stands between left and right. It catches in the middle; two taps bring it there. */
export function PanSlider({ lane, tone }: { readonly lane: Lane; readonly tone: Token }) {
  const tokens = useTokens();
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const { handlers, shown, aria } = useSideways(
    {
      scale: PLACE_SCALE,
      value: lane.pan,
      onMove: (pan) => tryOut(setLane, { id: lane.id, change: { pan } }, true),
      onLetGo: (pan) => edit(setLane, { id: lane.id, change: { pan } }),
      onCancel: endPreview,
      onReset: () => bringBack(lane.id, 'pan'),
    },
    HALF,
  );
  return (
    <div className="flex min-w-0 flex-1 items-center gap-1 font-text text-tiny text-ink-2">
      <span aria-hidden>{t('balance.l')}</span>
      <div
        {...aria}
        {...handlers}
        aria-label={t('balance.placeOf', { lane: sayLane(lane) })}
        aria-valuetext={sayPan(shown)}
        style={{ position: 'relative', flex: 1, minWidth: 0, height: 44, touchAction: 'pan-y', userSelect: 'none', cursor: 'ew-resize' }}
      >
        <div aria-hidden className="bg-line" style={{ position: 'absolute', left: 0, right: 0, top: 20, height: 3 }} />
        <div
          aria-hidden
          style={{
            position: 'absolute',
            top: 10,
            left: `calc(${PLACE_SCALE.place(shown)} * (100% - ${2 * HALF}px))`,
            width: 2 * HALF,
            height: 24,
            borderRadius: 5,
            background: tokens[tone],
          }}
        />
      </div>
      <span aria-hidden>{t('balance.r')}</span>
    </div>
  );
}
