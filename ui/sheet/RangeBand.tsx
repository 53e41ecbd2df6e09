import { sayTime, t } from '../../words';
import { useState } from 'react';
import { setRange, useRange } from '../../session/bed/range';
import { letGo, snapBy } from '../../session/bed/snapping';
import type { Column } from './columns';
import { Bar, Handle, pushApart } from './Handle';

/** The range that is marked on what is chosen, with a bar to take hold of at either end. */
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
    </>
  );
}
