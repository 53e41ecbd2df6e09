import { useRef } from 'react';
import type { Lane } from '../../core/show';
import { setLane } from '../../core/show/edits';
import { bringBack, sayPan } from '../../session/balance/gates';
import { useOpenShow } from '../../session/open/store';
import { sayLane, t } from '../../words';
import { useTokens, type Token } from '../theme/useTokens';

/** Where a lane stands between left and right. It catches in the middle; two taps bring it there. */
export function PanSlider({ lane, tone }: { readonly lane: Lane; readonly tone: Token }) {
  const tokens = useTokens();
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const moving = useRef<number | null>(null);
  const caught = (value: number) => (Math.abs(value) < 0.06 ? 0 : value);
  const end = () => {
    const { current } = moving;
    moving.current = null;
    if (current !== null) edit(setLane, { id: lane.id, change: { pan: current } });
  };
  return (
    <label className="flex min-w-0 flex-1 items-center gap-1 font-text text-tiny text-ink-2" style={{ height: 44 }}>
      <span aria-hidden>{t('balance.l')}</span>
      <input
        type="range"
        aria-label={t('balance.placeOf', { lane: sayLane(lane) })}
        aria-valuetext={sayPan(lane.pan)}
        min={-1}
        max={1}
        step={0.02}
        value={lane.pan}
        onChange={(event) => {
          const pan = caught(Number(event.target.value));
          moving.current = pan;
          tryOut(setLane, { id: lane.id, change: { pan } }, true);
        }}
        onPointerUp={end}
        onKeyUp={end}
        onBlur={end}
        onPointerCancel={() => {
          moving.current = null;
          endPreview();
        }}
        onDoubleClick={() => bringBack(lane.id, 'pan')}
        className="rb-place"
        style={{ color: tokens[tone] }}
      />
      <span aria-hidden>{t('balance.r')}</span>
    </label>
  );
}
