import { t } from '../../words';
import { useMemo } from 'react';
import { dipPinsOf, dipsOf, joinsBetween, type PartJoins } from '../../core/level';
import { lanesOf, partEnd, partsOn, soundSeconds, type LaneKind, type Part, type Show } from '../../core/show';
import { useAlikeness } from '../../session/bed/joins';
import { useRange } from '../../session/bed/range';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import type { Column } from './columns';
import type { HandleTone } from './Handle';
import { LaneTiles, TILE, type Draw, type LaidPart } from './LaneTiles';
import { PartBody, PartHandles } from './PartHandles';
import { RangeBand } from './RangeBand';
import { usePinning } from '../../session/voice/pinning';
import { useHeard } from '../../session/sound/heard';
import { Pins } from './Pins';
import { levelsOf } from './river';
import { Same } from './Same';
import { isNear, type Viewport } from './useSheetScroll';

interface Props {
  /** The show before the gesture under way. */
  readonly saved: Show;
  readonly kind: 'bed' | 'spot' | 'voice';
  readonly draw: Draw;
  readonly tone: HandleTone;
  readonly column: Column;
  readonly view: Viewport;
  /** Only drawn: nothing of it is chosen or moved meanwhile. */
  readonly quiet?: boolean;
}

/** Beside one another what sounds at the same time: a place in the column for each part, and how many places there are. */
export function besideEachOther(parts: readonly Part[]): { places: number[]; count: number } {
  const ends: number[] = [];
  const places = parts.map((part) => {
    const free = ends.findIndex((end) => end <= part.at + 1e-6);
    const place = free < 0 ? ends.length : free;
    ends[place] = partEnd(part);
    return place;
  });
  return { places, count: Math.max(1, ends.length) };
}

const NOTHING: readonly never[] = [];

/** What a lane is called as a group, and each of its sounds in it. */
const WORDS = {
  bed: { all: 'sheet.laneOf.bed', which: 'sheet.which.bed' },
  spot: { all: 'sheet.laneOf.spot', which: 'sheet.which.spot' },
  voice: { all: 'sheet.laneOf.voice', which: 'sheet.which.voice' },
} as const;

/** A place narrower than this cannot be touched, pixels. */
const NARROWEST = 20;

/** Lanes of a kind side by side: a share of the column for each. */
export function laneColumns(show: Pick<Show, 'lanes'>, kind: LaneKind, column: Column): ReadonlyMap<string, Column> {
  const lanes = lanesOf(show, kind);
  const width = column.width / Math.max(1, lanes.length);
  return new Map(lanes.map((lane, index) => [lane.id, { x: column.x + index * width, width }]));
}

/** Pieces of the bed, spot sounds or narrations: drawn, chosen by a tap, with handles at what is chosen. */
export function PieceLane({ saved, kind, draw, tone, column, view, quiet = false }: Props) {
  const show = useShown(whole);
  const chosen = useOpenShow((store) => store.chosen);
  const marked = useRange((state) => state.range !== null);
  const pinned = usePinning(({ pinning }) => pinning?.part ?? null);
  const alikeOf = useAlikeness(show);
  const same = useMemo(() => new Same<PartJoins>(), []);
  const parts = useMemo(() => partsOn(show, kind), [show, kind]);
  const joins = useMemo(() => joinsBetween(show), [show]);
  const bases = useMemo(() => new Map(saved.parts.map((part) => [part.id, part])), [saved]);
  const lanes = useMemo(() => laneColumns(show, kind, column), [show, kind, column]);
  const columns = useMemo(() => {
    if (kind !== 'spot') return parts.map((part) => lanes.get(part.lane)!);
    const { places, count } = besideEachOther(parts);
    const width = Math.max(NARROWEST, column.width / count);
    return places.map((place) => ({ x: Math.min(column.x + place * width, column.x + column.width - width), width }));
  }, [kind, parts, column, lanes]);
  const { pixelsPerSecond } = view;
  const ids = chosen?.kind === 'parts' ? chosen.ids : [];
  // What is far away is neither drawn nor laid out; what is chosen stays, wherever it is.
  const near = parts.flatMap((part, index) => {
    if (!ids.includes(part.id) && !isNear(part.at, partEnd(part), view, TILE)) return [];
    const own = joins.get(part.id) ?? {};
    const laid: LaidPart = {
      part,
      column: columns[index]!,
      ...(own.into || own.out ? { joins: same.of(part.id, own) } : {}),
      into: alikeOf(own.into),
      out: alikeOf(own.out),
    };
    return [{ laid, index }];
  });
  const mine = parts.filter((part) => ids.includes(part.id));
  const place = (index: number) => t(WORDS[kind].which, { number: index + 1, count: parts.length });
  return (
    <div role="group" aria-label={parts.length > 0 && !quiet ? t(WORDS[kind].all, { count: parts.length }) : undefined}>
      <LaneTiles parts={near.map(({ laid }) => laid)} draw={draw} column={column} view={view} />
      {(quiet ? NOTHING : near).map(({ laid, index }) => {
        const { part } = laid;
        const { x: left, width } = columns[index]!;
        const isChosen = ids.includes(part.id);
        if (!isChosen && !isNear(part.at, partEnd(part), view)) return null;
        const alone = isChosen && ids.length === 1 && !marked;
        const { into, out } = joins.get(part.id) ?? {};
        const common = { part, left, width, pixelsPerSecond, tone };
        return (
          <div key={part.id}>
            <PartBody
              {...common}
              chosen={isChosen}
              title={show.media[part.media]!.title}
              which={place(index)}
              home={kind === 'voice' ? 'voice' : 'bed'}
            />
            {alone && pinned === part.id ? (
              <PinsOn joins={joins.get(part.id)} alike={laid} base={bases.get(part.id) ?? part} {...common} />
            ) : alone ? (
              <PartHandles {...common} base={bases.get(part.id) ?? part} crossesIn={into !== undefined} crossesOut={out !== undefined} />
            ) : null}
          </div>
        );
      })}
      {mine.length > 0 && !quiet ? <RangeBand column={column} pixelsPerSecond={pixelsPerSecond} ids={ids} /> : null}
    </div>
  );
}

interface PinsProps {
  readonly part: Part;
  readonly base: Part;
  readonly joins: PartJoins | undefined;
  readonly alike: LaidPart;
  readonly left: number;
  readonly width: number;
  readonly pixelsPerSecond: number;
}

/** The pins of a part where its banks are. */
function PinsOn({ part, base, joins = {}, alike: { into = 0, out = 0 }, left, width, pixelsPerSecond }: PinsProps) {
  const show = useShown(whole);
  const heard = useHeard((state) => state.heard);
  const lane = show.lanes.find((one) => one.id === part.lane)!;
  const dips = dipPinsOf(show, dipsOf(show, heard), part);
  const levels = levelsOf({ part, lane, soundLength: soundSeconds(show, part), joins, dips, alike: { into, out } });
  return (
    <Pins
      part={part}
      base={base}
      column={{ x: left, width }}
      pixelsPerSecond={pixelsPerSecond}
      levelAt={(moment) => levels(moment, 1, 1)[0]!}
    />
  );
}
