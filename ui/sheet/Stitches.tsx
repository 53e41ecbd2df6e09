import { useShown, whole } from '../../session/open/store';
import { sayTime, t } from '../../words';
import { useMemo } from 'react';
import { laidSpans, partsOn, type Show } from '../../core/show';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { laneColumns } from './PieceLane';
import type { Column } from './columns';
import type { Viewport } from './useSheetScroll';

const TARGET = 44;
/** Heard on each side of a stitch, seconds. */
const AROUND = 1;

/** Every splice in the bed: a numbered ring on the river's middle. A tap plays two seconds around it. */
export function Stitches({ column, view }: { readonly column: Column; readonly view: Viewport }) {
  const show = useShown(whole);
  const playing = useTransport((state) => (state.playing.kind === 'stretch' ? state.playing.name : null));
  const stitches = useMemo(() => stitchesOf(show), [show]);
  const columns = useMemo(() => laneColumns(show, 'bed', column), [show, column]);
  return stitches.map(({ at: moment, lane }, index) => {
    const own = columns.get(lane)!;
    const y = moment * view.pixelsPerSecond;
    if (y < view.top || y > view.bottom) return null;
    const name = `stitch ${index + 1}`;
    return (
      <div
        key={index}
        style={{ position: 'absolute', left: own.x, width: own.width, top: y - TARGET / 2, height: TARGET, pointerEvents: 'none' }}
      >
        <div className="absolute left-2 right-2 bg-card" style={{ top: TARGET / 2 - 3, height: 2 }} />
        <div className="absolute left-2 right-2 bg-card" style={{ top: TARGET / 2 + 2, height: 2 }} />
        <button
          type="button"
          aria-label={t('sheet.hearStitch', { number: index + 1, at: sayTime(moment) })}
          aria-pressed={playing === name}
          onClick={() => toggleStretch(name, show, moment - AROUND, moment + AROUND)}
          style={{
            position: 'absolute',
            left: own.width / 2 - TARGET / 2,
            width: TARGET,
            height: TARGET,
            border: 0,
            background: 'none',
            padding: 0,
            pointerEvents: 'auto',
          }}
        >
          <span
            className={`mx-auto flex h-6 w-6 items-center justify-center rounded-full border-2 border-rain font-mono text-tiny ${playing === name ? 'bg-rain text-on-rain' : 'bg-card text-rain'}`}
          >
            {index + 1}
          </span>
        </button>
      </div>
    );
  });
}

/** Moments of the show at which the bed is spliced, piece by piece, each with its lane. */
export function stitchesOf(show: Show): { readonly at: number; readonly lane: string }[] {
  return partsOn(show, 'bed').flatMap((part) =>
    laidSpans(part.spans, part.at)
      .slice(0, -1)
      .map(({ end }) => ({ at: end, lane: part.lane })),
  );
}
