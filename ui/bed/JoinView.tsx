import { t } from '../../words';
import { useCallback, useState } from 'react';
import type { Join } from '../../core/show';
import { usePainting } from '../controls/usePainting';
import { useVerticalDrag } from '../sheet/useVerticalDrag';
import { useTokens } from '../theme/useTokens';
import { highest, useRows } from './waves';

const TALL = 280;

interface Props {
  readonly join: Join;
  /** Seconds shown on either side of the cut. */
  readonly around: number;
  /** The right side was moved down by so many seconds: it comes in later. */
  readonly onShift: (seconds: number) => void;
}

/** What goes out grows to the left of the middle, what comes in to the right: where beats meet, the two are one shape. Time runs down. */
export function JoinView({ join, around, onShift }: Props) {
  const tokens = useTokens();
  const [by, setBy] = useState(0);
  const secondsPerRow = (around * 2) / TALL;
  const left = useRows(join.left.media, join.left.at - around, secondsPerRow, TALL);
  const right = useRows(join.right.media, join.right.at - around, secondsPerRow, TALL);
  const drag = useVerticalDrag({
    pixelsPerSecond: 1 / secondsPerRow,
    hold: 0,
    onMove: setBy,
    onEnd: (seconds, exact) => {
      setBy(0);
      // A key's tenth of a second is a leap here: a hundredth of it is a step.
      onShift(exact ? seconds / 100 : seconds);
    },
    onCancel: () => setBy(0),
  });

  const paint = useCallback(
    (pen: CanvasRenderingContext2D, width: number) => {
      const half = width / 2;
      // What plays is dark: the left side until the cut, the right side from it on.
      drawSide(pen, left, half, -1, 0, tokens.rain, tokens['rain-soft'], 'before');
      drawSide(pen, right, half, 1, Math.round(by / secondsPerRow), tokens.moss, tokens['moss-soft'], 'after');
      pen.fillStyle = tokens.ink;
      pen.fillRect(half - 0.5, 0, 1, TALL);
      pen.fillRect(0, TALL / 2 - 0.5, width, 1);
    },
    [left, right, by, secondsPerRow, tokens],
  );
  const canvas = usePainting(TALL, paint);

  return (
    <div
      {...drag.props}
      role="slider"
      tabIndex={0}
      aria-label={t('bed.moveWhatComesIn')}
      aria-orientation="vertical"
      aria-valuenow={Math.round(by * 1000)}
      aria-valuetext={`${Math.round(by * 1000)} ms`}
      data-testid="join view"
      className="rounded-part border border-line bg-card"
      style={{ touchAction: 'none', cursor: 'ns-resize' }}
    >
      <canvas ref={canvas} style={{ width: '100%', height: TALL, display: 'block' }} />
    </div>
  );
}

function drawSide(
  pen: CanvasRenderingContext2D,
  rows: Float32Array,
  middle: number,
  side: -1 | 1,
  shift: number,
  played: string,
  beyond: string,
  when: 'before' | 'after',
): void {
  const most = highest(rows);
  const room = middle - 8;
  for (let row = 0; row < rows.length; row += 1) {
    const y = row + shift;
    const size = Math.max(0.5, (rows[row]! / most) * room);
    pen.fillStyle = y < TALL / 2 === (when === 'before') ? played : beyond;
    pen.fillRect(side < 0 ? middle - size : middle, y, size, 1);
  }
}
