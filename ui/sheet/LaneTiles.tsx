import { useShown, whole } from '../../session/open/store';
import { memo, useMemo } from 'react';
import { addLevels, dipPinsOf, dipsOf, gonePinsOf, strandPartsOf, type PartJoins, type PinAt } from '../../core/level';
import { layerKey, partEnd, soundKey, soundSeconds, type Lane, type Part, type Show } from '../../core/show';
import { useHeard } from '../../session/sound/heard';
import { useCloseUp, usePeaks } from '../../session/sound/useMedia';
import { useRoom } from '../theme/useRoom';
import { useTokens, type Tokens } from '../theme/useTokens';
import type { Column } from './columns';
import { isCloseUp, rowStarts, type RiverPart, type DrawnRange } from './river';
import { Same } from './Same';
import { ShapePen, type Pen } from './shapes';
import { isNear, type Viewport } from './useSheetScroll';

/** Height of one drawing, CSS pixels: a long show is drawn in tiles, only those near the screen. */
export const TILE = 512;

/** What a part's outline may stand over its ends, CSS pixels. */
const RIM = 4;

/** A part on a lane, with what its drawing needs to know of its neighbours; `mute` for one that lies there and is not heard. */
export interface LaidPart {
  readonly part: Part;
  readonly mute?: boolean;
  /** Drawn as it sounds on its own: no dips. */
  readonly bare?: boolean;
  readonly joins?: PartJoins;
  readonly into?: number;
  readonly out?: number;
  /** Its share of the column where several lie beside one another. */
  readonly column?: Column;
}

export type Draw = (pen: Pen, river: RiverPart, stretch: DrawnRange, tokens: Tokens) => void;

interface Props {
  readonly parts: readonly LaidPart[];
  readonly draw: Draw;
  readonly column: Column;
  readonly view: Viewport;
}

/** Strands narrower than this have no room for their names, pixels of text of the usual size. */
const NAMED = 44;

const ALONE: PartJoins = {};
const NO_DIPS: readonly PinAt[] = [];

/** A part, or one of its layers, as it is drawn. */
interface Drawn extends LaidPart {
  readonly column: Column;
  readonly key: string;
  readonly layer?: string;
  readonly name?: string;
}

/** A piece in layers is one river with strands: each has its share of the column. */
const strandsApart =
  (show: Show, column: Column) =>
  (laid: LaidPart): Drawn[] => {
    const { part, mute = false } = laid;
    const own = laid.column ?? column;
    const strands = strandPartsOf(show, part);
    if (strands.length === 0) return [{ ...laid, column: own, key: soundKey(part) }];
    const width = own.width / strands.length;
    return strands.map(({ strand, part: one }, index) => ({
      ...laid,
      part: one,
      mute: mute || !strand.heard,
      column: { x: own.x + index * width, width },
      key: layerKey(part, strand.media),
      layer: strand.media,
      name: strand.title,
    }));
  };

/** Everything that lies on a lane, drawn in tiles. */
export function LaneTiles({ parts, draw, column, view }: Props) {
  const show = useShown(whole);
  const { em } = useRoom();
  const { pixelsPerSecond, top, bottom } = view;
  const lanes = new Map(show.lanes.map((lane) => [lane.id, lane]));
  const heard = useHeard((state) => state.heard);
  const dips = dipsOf(show, heard);
  const same = useMemo(() => new Same<PinAt[]>(), []);
  return parts
    .filter(({ part }) => isNear(part.at, partEnd(part), view, TILE))
    .flatMap(strandsApart(show, column))
    .map(({ part, key, mute = false, bare = false, joins = ALONE, into = 0, out = 0, column: own, layer, name }) => {
      const first = Math.max(Math.floor((part.at * pixelsPerSecond) / TILE), Math.floor((top - TILE / 2) / TILE), 0);
      const last = Math.min(Math.ceil((partEnd(part) * pixelsPerSecond) / TILE) - 1, Math.floor((bottom + TILE / 2) / TILE));
      const tiles = [];
      const goes = layer === undefined || bare ? NO_DIPS : gonePinsOf(dips, part, layer);
      const dipped = bare ? NO_DIPS : same.of(`${part.id} ${layer ?? ''}`, [...addLevels(dipPinsOf(show, dips, part), goes)]);
      for (let index = first; index <= last; index += 1) {
        tiles.push(
          <PartTile
            key={`${part.id} ${layer ?? ''} ${index}`}
            sound={key}
            part={part}
            lane={lanes.get(part.lane)!}
            soundLength={soundSeconds(show, part)}
            mute={mute}
            joins={joins}
            dips={dipped}
            into={into}
            out={out}
            draw={draw}
            index={index}
            left={own.x}
            width={own.width}
            pixelsPerSecond={pixelsPerSecond}
          />,
        );
      }
      if (name === undefined || last < first || own.width < NAMED * em) return tiles;
      return [...tiles, <StrandName key={`${part.id} ${layer}`} name={name} part={part} column={own} pixelsPerSecond={pixelsPerSecond} />];
    });
}

interface StrandNameProps {
  readonly name: string;
  readonly part: Part;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

/** What a strand is called: at its beginning, or where it comes into sight. */
function StrandName({ name, part, column, pixelsPerSecond }: StrandNameProps) {
  return (
    <div
      aria-hidden
      style={{
        position: 'absolute',
        left: column.x,
        width: column.width,
        top: part.at * pixelsPerSecond,
        height: (partEnd(part) - part.at) * pixelsPerSecond,
        pointerEvents: 'none',
      }}
    >
      <span
        className="mx-auto block w-fit max-w-full truncate rounded-part bg-card px-1 font-bold text-tiny text-rain"
        style={{ position: 'sticky', top: 2 }}
      >
        {name}
      </span>
    </div>
  );
}

interface PartTileProps {
  readonly part: Part;
  /** What of it is looked at close up. */
  readonly sound: string;
  readonly lane: Lane;
  readonly soundLength: number;
  readonly mute: boolean;
  readonly joins: PartJoins;
  readonly dips: readonly PinAt[];
  readonly into: number;
  readonly out: number;
  readonly draw: Draw;
  readonly index: number;
  readonly left: number;
  readonly width: number;
  readonly pixelsPerSecond: number;
}

/** One part on one tile. Drawn anew only when something of its own changes, however many others there are. */
const PartTile = memo(function PartTile(props: PartTileProps) {
  const { part, sound, lane, soundLength, mute, joins, dips, into, out, draw, index, left, width, pixelsPerSecond } = props;
  const tokens = useTokens();
  const { data: peaks = null } = usePeaks(part.media);
  // No larger than what is drawn on it: empty ground costs as much as what is drawn.
  const top = Math.max(index * TILE, Math.floor(part.at * pixelsPerSecond) - RIM);
  const height = Math.max(1, Math.min((index + 1) * TILE, Math.ceil(partEnd(part) * pixelsPerSecond) + RIM) - top);
  const from = top / pixelsPerSecond;
  const close = isCloseUp(pixelsPerSecond);
  const starts = useMemo(
    () => (close ? rowStarts(part, { from, pixelsPerSecond, width, height }) : null),
    [close, part, from, pixelsPerSecond, width, height],
  );
  const { data: rows = null } = useCloseUp(sound, starts, 1 / pixelsPerSecond);

  const shapes = useMemo(() => {
    const pen = new ShapePen();
    const heard = { gain: lane.gain, pins: lane.pins, mute: mute || lane.mute || part.mute === true };
    const river = { part, lane: heard, peaks, soundLength, joins, dips, alike: { into, out }, rows: close ? rows : null };
    draw(pen, river, { from, pixelsPerSecond, width, height }, tokens);
    return pen.drawn();
  }, [part, lane, peaks, rows, close, soundLength, from, pixelsPerSecond, width, height, tokens, mute, joins, dips, into, out, draw]);

  return (
    <svg
      aria-hidden
      width={width}
      height={height}
      style={{ position: 'absolute', left, top, pointerEvents: 'none', forcedColorAdjust: 'none' }}
    >
      {shapes.map(({ d, fill, stroke, width: line, opacity }, index) => (
        <path key={index} d={d} style={{ fill, stroke, strokeWidth: line, opacity }} />
      ))}
    </svg>
  );
});
