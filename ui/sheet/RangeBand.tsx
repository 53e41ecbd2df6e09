import { saySpan, sayTime, t } from '../../words';
import { useState } from 'react';
import { LIMITS } from '../../core/show';
import { clamp } from '../../core/units';
import { setRange, slopeMarked, useRange } from '../../session/bed/range';
import { useOpenShow } from '../../session/open/store';
import { letGo, snapBy } from '../../session/bed/snapping';
import type { Column } from './columns';
import { Bar, Handle, pushApart } from './Handle';

/** A thumb, pixels. */
const TOUCH = 44;

/** The range that is marked on what is chosen, with a bar to take hold of at either end, and one at the end of either slope. */
export function RangeBand({
  column,
  pixelsPerSecond,
  ids,
}: {
  readonly column: Column;
  readonly pixelsPerSecond: number;
  readonly ids: readonly string[];
}) {
  const range = useRange((state) => state.range);
  const [begun, setBegun] = useState<{ from: number; to: number } | null>(null);
  const [sloped, setSloped] = useState<{ into: number; out: number } | null>(null);
  if (!range) return null;
  const base = begun ?? range;
  const apart = pushApart((range.to - range.from) * pixelsPerSecond);
  const to = (edge: 'from' | 'to', seconds: number, exact: boolean) => {
    const meant = base[edge] + seconds;
    setRange({ [edge]: meant + (exact ? 0 : snapBy([meant], ids, pixelsPerSecond)) });
  };
  const over = () => {
    letGo();
    setBegun(null);
  };
  return (
    <>
      <div
        aria-hidden
        className="border-y-2 border-amber bg-ochre-soft"
        style={{
          position: 'absolute',
          left: column.x,
          width: column.width,
          top: range.from * pixelsPerSecond,
          height: (range.to - range.from) * pixelsPerSecond,
          opacity: 0.55,
          pointerEvents: 'none',
        }}
      />
      {(['from', 'to'] as const).map((edge) => (
        <Handle
          key={edge}
          name={t(edge === 'from' ? 'bed.rangeFrom' : 'bed.rangeTo')}
          testId={`range ${edge}`}
          value={range[edge]}
          said={sayTime(range[edge], 3)}
          left={column.x}
          width={column.width}
          moment={range[edge]}
          push={edge === 'from' ? -apart : apart}
          pixelsPerSecond={pixelsPerSecond}
          onMove={(seconds) => {
            if (!begun) setBegun(range);
            to(edge, seconds, false);
          }}
          onEnd={(seconds, exact) => {
            to(edge, seconds, exact);
            over();
          }}
          onCancel={() => {
            if (begun) setRange(begun);
            over();
          }}
        >
          <Bar tone="amber" />
        </Handle>
      ))}
      {(['into', 'out'] as const).map((side) => {
        const slopes = sloped ?? range.slopes;
        const way = side === 'into' ? -1 : 1;
        const at = side === 'into' ? range.from - slopes.into : range.to + slopes.out;
        const meant = (seconds: number) => clamp(range.slopes[side] + way * seconds, 0, LIMITS.rangeSlope.most);
        return (
          <Handle
            key={side}
            name={t(side === 'into' ? 'bed.slopeInto' : 'bed.slopeOut')}
            testId={`range ${side}`}
            value={slopes[side]}
            said={saySpan(slopes[side])}
            left={column.x}
            width={column.width}
            moment={Math.max(0, at)}
            // Behind the bars of the range itself, however short the slope is.
            push={way * (apart + Math.max(0, TOUCH - slopes[side] * pixelsPerSecond))}
            pixelsPerSecond={pixelsPerSecond}
            onMove={(seconds) => {
              setSloped({ ...range.slopes, [side]: meant(seconds) });
              slopeMarked({ [side]: meant(seconds) }, true);
            }}
            onEnd={(seconds) => {
              slopeMarked({ [side]: meant(seconds) }, false);
              setSloped(null);
            }}
            onCancel={() => {
              setSloped(null);
              useOpenShow.getState().endPreview();
            }}
          >
            <Bar tone="amber" slim />
          </Handle>
        );
      })}
    </>
  );
}
