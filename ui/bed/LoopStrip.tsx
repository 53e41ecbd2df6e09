import { sayTime, t } from '../../words';
import { useCallback, useState } from 'react';
import { barSeconds, beatsBetween } from '../../core/music';
import type { Media } from '../../core/show';
import { moveLoopEnd, type Looping, type ShapedLoop } from '../../session/bed/looping';
import { usePainting } from '../controls/usePainting';
import { Bar, Handle } from '../sheet/Handle';
import { useTokens } from '../theme/useTokens';
import { highest, useRows } from './waves';

const TALL = 300;
/** Shown beside the passage: this share of it, and at least this many bars. */
const BESIDE = 0.25;

interface Props {
  readonly media: Media;
  readonly looping: Looping;
  readonly shaped: ShapedLoop;
}

/** The piece around the passage, with a grid of beats and bars over the water and a handle at either end that keeps to it. */
export function LoopStrip({ media, looping, shaped: { grid, loop } }: Props) {
  const tokens = useTokens();
  // While a handle moves the view stands still: the line under the finger must not run away.
  const [held, setHeld] = useState<{ from: number; to: number; start: number; end: number } | null>(null);
  const beside = Math.max(barSeconds(grid), (loop.to - loop.from) * BESIDE);
  const view = held ?? { from: loop.from - beside, to: loop.to + beside };
  const secondsPerRow = (view.to - view.from) / TALL;
  const rows = useRows(media.id, view.from, secondsPerRow, TALL);
  const pixelsPerSecond = 1 / secondsPerRow;

  const { from, to } = view;
  const paint = useCallback(
    (pen: CanvasRenderingContext2D, width: number) => {
      const most = highest(rows);
      const y = (moment: number) => (moment - from) * pixelsPerSecond;
      pen.fillStyle = tokens['rain-mist'];
      pen.fillRect(0, y(loop.from), width, y(loop.to) - y(loop.from));
      for (let row = 0; row < TALL; row += 1) {
        const moment = from + row * secondsPerRow;
        const size = (rows[row]! / most) * (width / 2 - 40);
        pen.fillStyle = moment >= loop.from && moment < loop.to ? tokens.rain : tokens['rain-soft'];
        pen.fillRect(width / 2 - size, row, size * 2, 1);
      }
      const beatsApart = (60 / grid.tempo) * pixelsPerSecond;
      pen.font = '11px sans-serif';
      for (const { at, bar, beat } of beatsBetween(grid, Math.max(0, from), Math.min(to, media.seconds + 1e-6))) {
        if (beat > 0 && beatsApart < 5) continue;
        pen.fillStyle = beat === 0 ? tokens.ink : tokens['ink-2'];
        pen.globalAlpha = beat === 0 ? 0.8 : 0.3;
        pen.fillRect(beat === 0 ? 0 : 24, Math.round(y(at)), width, 1);
        pen.globalAlpha = 1;
        if (beat === 0 && beatsApart * grid.beats > 13) pen.fillText(String(bar), 3, y(at) + 12);
      }
    },
    [rows, from, to, pixelsPerSecond, secondsPerRow, loop.from, loop.to, grid, media.seconds, tokens],
  );
  const canvas = usePainting(TALL, paint);

  const line = { start: loop.from, end: loop.to };
  const base = held ?? line;
  const common = { left: 0, pixelsPerSecond };
  return (
    <div
      style={{ position: 'relative', height: TALL, overflow: 'hidden' }}
      className="rounded-part border border-line bg-card"
      aria-label={t('bed.thePieceAndItsBars')}
    >
      <canvas ref={canvas} style={{ position: 'absolute', inset: 0, width: '100%', height: TALL }} />
      {(['start', 'end'] as const).map((edge) => (
        <div key={edge} style={{ position: 'absolute', right: 8, top: 0, width: 110, height: TALL, pointerEvents: 'none' }}>
          <div style={{ pointerEvents: 'auto' }}>
            <Handle
              {...common}
              width={110}
              name={t(edge === 'start' ? 'bed.firstBar' : 'bed.endOfTheLastBar')}
              testId={`loop ${edge}`}
              value={edge === 'start' ? looping.bar : looping.bar + looping.bars}
              said={sayTime(line[edge], 3)}
              moment={line[edge] - view.from}
              onMove={(seconds) => {
                if (!held) setHeld({ ...view, ...line });
                moveLoopEnd(edge, base[edge] + seconds);
              }}
              onEnd={(seconds, exact) => {
                // A key moves by a whole bar.
                const by = exact ? Math.sign(seconds) * barSeconds(grid) : seconds;
                moveLoopEnd(edge, base[edge] + by);
                setHeld(null);
              }}
              onCancel={() => setHeld(null)}
            >
              <Bar tone="rain" />
            </Handle>
          </div>
        </div>
      ))}
    </div>
  );
}
