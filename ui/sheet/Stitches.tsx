import { useMemo, useState } from 'react';
import { laidSpans, partSeconds, partsOn, type Show } from '../../core/show';
import { askStitch, touch, useFitting } from '../../session/fit/fitting';
import { changeStitchOf } from '../../session/fit/stitches';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { openToolOf } from '../panels/openTool';
import type { Column } from './columns';
import { laneColumns } from './PieceLane';
import { spreadOut } from './spread';
import type { Viewport } from './useSheetScroll';
import { GRIP, useVerticalDrag } from './useVerticalDrag';

const TARGET = 44;
/** Heard on each side of a stitch, seconds. */
const AROUND = 1;
/** What an arrow key moves a stitch by, seconds: less lands on the place where it is. */
const BY_KEY = 0.5;

/** Every splice in the bed: a numbered ring on the river's middle. A tap plays two seconds around it and offers what can be done to it; held, it is moved. */
export function Stitches({ column, view }: { readonly column: Column; readonly view: Viewport }) {
  const show = useShown(whole);
  const playing = useTransport((state) => (state.playing.kind === 'stretch' ? state.playing.name : null));
  const fitted = useFitting(({ fitting }) => fitting?.part ?? null);
  const stitches = useMemo(() => stitchesOf(show), [show]);
  const columns = useMemo(() => laneColumns(show, 'bed', column), [show, column]);
  const drawn = useMemo(() => ringPlaces(show, stitches, view.pixelsPerSecond), [show, stitches, view.pixelsPerSecond]);
  return stitches.map((stitch, index) => {
    const { at: moment, lane, part, own } = stitch;
    const y = moment * view.pixelsPerSecond;
    if (y < view.top || y > view.bottom) return null;
    const name = `stitch ${index + 1}`;
    const hear = () => {
      toggleStretch(name, show, moment - AROUND, moment + AROUND);
      if (fitted === part) touch({ stitch: own });
      else if (fitted === null) {
        useOpenShow.getState().choose({ kind: 'parts', ids: [part] });
        openToolOf(part, 'stitches');
        touch({ stitch: own });
      }
    };
    const move = (by: number) => (fitted === part ? askStitch(own, { by }) : void changeStitchOf(part, own, { by }));
    return (
      <Ring
        key={index}
        number={index + 1}
        moment={moment}
        push={drawn[index]! - y}
        column={columns.get(lane)!}
        pixelsPerSecond={view.pixelsPerSecond}
        playing={playing === name}
        onTap={hear}
        onMove={stitch.woven || fitted === part ? move : null}
      />
    );
  });
}

interface RingProps {
  readonly number: number;
  readonly moment: number;
  /** Pixels by which it is drawn further down, to make room for another one. */
  readonly push: number;
  readonly column: Column;
  readonly pixelsPerSecond: number;
  readonly playing: boolean;
  readonly onTap: () => void;
  /** Null where a stitch stays where it is. */
  readonly onMove: ((by: number) => void) | null;
}

function Ring({ number, moment, push, column, pixelsPerSecond, playing, onTap, onMove }: RingProps) {
  const [by, setBy] = useState(0);
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: onMove ? GRIP : null,
    onMove: (seconds) => (onMove ? setBy(seconds) : undefined),
    onEnd: (seconds, exact) => {
      setBy(0);
      onMove?.(exact ? Math.sign(seconds) * BY_KEY : seconds);
    },
    onCancel: () => setBy(0),
    onTap,
  });
  const y = (moment + by) * pixelsPerSecond;
  return (
    <div
      style={{
        position: 'absolute',
        left: column.x,
        width: column.width,
        top: y - TARGET / 2,
        height: TARGET,
        pointerEvents: 'none',
        zIndex: 3,
      }}
    >
      <div className="absolute left-2 right-2 bg-card" style={{ top: TARGET / 2 - 3, height: 2 }} />
      <div className="absolute left-2 right-2 bg-card" style={{ top: TARGET / 2 + 2, height: 2 }} />
      <div
        {...drag.props}
        role="button"
        tabIndex={0}
        aria-label={t('sheet.hearStitch', { number, at: sayTime(moment) })}
        aria-pressed={playing}
        className="flex items-center justify-center"
        style={{
          position: 'absolute',
          left: column.width / 2 - TARGET / 2,
          top: push,
          width: TARGET,
          height: TARGET,
          pointerEvents: 'auto',
          touchAction: 'pan-y',
          cursor: onMove ? 'grab' : 'pointer',
        }}
      >
        <span
          className={`flex h-6 w-6 items-center justify-center rounded-full border-2 border-rain font-mono text-tiny ${playing ? 'bg-rain text-on-rain' : 'bg-card text-rain'}`}
        >
          {number}
        </span>
      </div>
    </div>
  );
}

/**
 * Where the rings of each part are drawn, pixels from the show's start: a thumb apart from each other, as near to their stitches as that
 * allows. Where a part is drawn too short for all of its rings they stay where they are: closer to, there is room.
 */
function ringPlaces(show: Show, stitches: readonly LaidStitch[], pixelsPerSecond: number): number[] {
  const drawn = stitches.map(({ at }) => at * pixelsPerSecond);
  for (const part of show.parts) {
    const mine = stitches.flatMap((one, index) => (one.part === part.id ? [index] : []));
    if (mine.length < 2 || mine.length * TARGET > partSeconds(part) * pixelsPerSecond) continue;
    spreadOut(
      mine.map((index) => drawn[index]!),
      TARGET,
    ).forEach((y, i) => (drawn[mine[i]!] = y));
  }
  return drawn;
}

/** A splice of the bed. */
export interface LaidStitch {
  /** Moment of the show, seconds. */
  readonly at: number;
  readonly lane: string;
  readonly part: string;
  /** Its place among those of its part. */
  readonly own: number;
  /** Whether it was found by the fit, and so can be moved. */
  readonly woven: boolean;
}

/** Where the bed is spliced, piece by piece. */
export function stitchesOf(show: Show): LaidStitch[] {
  return partsOn(show, 'bed').flatMap((part) =>
    laidSpans(part.spans, part.at)
      .slice(0, -1)
      .map(({ end }, own) => ({ at: end, lane: part.lane, part: part.id, own, woven: part.fit?.way === 'weave' })),
  );
}
