import {
  EDGE,
  addLevels,
  bounds,
  dipPinsOf,
  dipsOf,
  gonePinsOf,
  joinAcross,
  joinFolded,
  joinsBetween,
  laneLevel,
  NOTHING_HEARD,
  partEnvelope,
  strandPart,
  type CutEnds,
  type Envelope,
  type Heard,
  type LaneLevel,
  type PinAt,
  type PlannedJoin,
} from '../level';
import { dipsFor, isHeard } from '../show/lanes';
import { strandsOf } from '../show/layers';
import { ownParts } from '../show/own';
import { followsSound, showSeconds } from '../show/placement';
import { laneChains, playedKey, playedLayerKey } from '../show/chains';
import { soundSeconds, splitKey } from '../show/speed';
import type { Treatment } from '../show/treatTypes';
import type { Lane, MediaId, Part, Show, Span } from '../show/types';
import { framesOf, gainOfDecibels, gainOfLevel, type Frames, type Gain } from '../units';

/** One span, sample-exact. It sounds on [start − before, end + after) of the show and crosses with its neighbours there. */
export interface PlannedSpan {
  readonly start: Frames;
  readonly end: Frames;
  /** Frame of the source that sounds at `start`. */
  readonly source: Frames;
  readonly before: Frames;
  readonly after: Frames;
  /** The cuts to the spans before and after it; null at the part's ends. */
  readonly into: PlannedJoin | null;
  readonly out: PlannedJoin | null;
}

export interface PlannedPart {
  readonly id: string;
  /** What it plays: a medium, or one at another speed (`soundKey`). */
  readonly media: MediaId;
  readonly start: Frames;
  readonly end: Frames;
  readonly spans: readonly PlannedSpan[];
  readonly envelope: Envelope;
  /** How it takes over from the part before it on its lane and hands over to the one after; null where nothing does. */
  readonly into: PlannedJoin | null;
  readonly out: PlannedJoin | null;
  readonly lane: string;
  /** The layer of its piece that it plays; the piece itself where it says nothing. */
  readonly layer?: MediaId | undefined;
}

/** What becomes of all that sounds on a lane: first its treatments, then its level and its place. */
export interface PlannedLane {
  readonly id: string;
  readonly chain: readonly Treatment[];
  /** Frames of the show. */
  readonly level: LaneLevel;
  /** −1 left .. 1 right. */
  readonly pan: number;
}

/** A show as instructions for the mixer: plain data, whole frames at the mix rate. */
export interface Plan {
  readonly frames: Frames;
  readonly master: Gain;
  /** Frames over which the whole fades at the very end: not 0 where a part would run over the show's end and be cut there. */
  readonly closing: Frames;
  /** No true peak goes above this; null where nothing is held. */
  readonly ceiling: Gain | null;
  readonly parts: readonly PlannedPart[];
  /** Every lane that a part lies on, in the show's order. */
  readonly lanes: readonly PlannedLane[];
}

/** Cuts within a part keep the level steady whatever lies beside them. */
const STRAIGHT = { law: 'matched', bendOut: 0, bendIn: 0 } as const;

/**
 * Turns a show into the mixer's plan: the place where show seconds become frames. `heard` says where somebody speaks; what was not
 * listened to yet asks for no dips.
 */
export function planShow(show: Show, heard: Heard = NOTHING_HEARD): Plan {
  const soloed = show.lanes.some((lane) => lane.solo);
  const lanes = new Map(show.lanes.map((lane) => [lane.id, lane]));
  const sounds = (part: Part) => !part.mute && isHeard(lanes.get(part.lane)!, soloed);
  const parts = planParts(show, [...show.parts, ...ownParts(show)].filter(sounds), heard);
  const ceiling = show.master.ceiling === undefined ? null : gainOfDecibels(show.master.ceiling);
  // A show that is as long as its sound ends with the sound's very last frame.
  const length = framesOf(showSeconds(show));
  const frames = followsSound(show) ? Math.max(length, ...parts.map(({ end }) => end)) : length;
  const overruns = parts.some((part) => part.end > frames);
  const closing = overruns ? Math.min(EDGE, frames) : 0;
  return { frames, master: gainOfLevel(show.master.gain), closing, ceiling, parts, lanes: show.lanes.map(planLane) };
}

/** Every sound that the mixer needs for some parts: what they play, and what their crossings are compared by. */
export function soundKeysOf(parts: readonly PlannedPart[]): Set<string> {
  const keys = new Set<string>();
  for (const { media, into, out, spans } of parts) {
    keys.add(media);
    // Cuts within a layer are judged by its piece.
    for (const join of [into, out, ...spans.map((span) => span.out)]) if (join) keys.add(join.left.media).add(join.right.media);
  }
  return keys;
}

/** A plan with the levels that a show has by now, for a gesture that changes nothing else: its parts stay as they were planned. */
export function relevelled(plan: Plan, show: Show): Plan {
  return { ...plan, master: gainOfLevel(show.master.gain), lanes: show.lanes.map(planLane) };
}

/** Whether one show is another with other levels of its lanes and of the whole: then `relevelled` is its plan, but for dips that follow the levels. */
export function onlyLevels(before: Show, after: Show): boolean {
  const same =
    before.parts === after.parts && before.pictures === after.pictures && before.dips === after.dips && before.media === after.media;
  if (!same || before.master.ceiling !== after.master.ceiling || before.lanes.length !== after.lanes.length) return false;
  return before.lanes.every((lane, i) => {
    const next = after.lanes[i]!;
    return (
      lane.id === next.id &&
      lane.mute === next.mute &&
      lane.solo === next.solo &&
      lane.room === next.room &&
      lane.treatments === next.treatments
    );
  });
}

function planLane(lane: Lane): PlannedLane {
  return { id: lane.id, chain: laneChains(lane).sum, level: laneLevel(lane), pan: lane.pan };
}

/** Parts of a show as the mixer plays them, heard or not, each with its crossings. */
export function planParts(show: Show, parts: readonly Part[], heard: Heard = NOTHING_HEARD): PlannedPart[] {
  const dips = dipsOf(show, heard);
  const crossings = joinsBetween(show);
  return parts.flatMap((part) => {
    const { into = null, out = null } = crossings.get(part.id) ?? {};
    const level = dipPinsOf(show, dips, part);
    const split = show.dips.band !== undefined && level.length > 0;
    const band = split ? dipPinsOf(show, dips, part, 'band') : [];
    const gone = (layer: MediaId) => (dipsFor(show.dips, part) ? gonePinsOf(dips, part, layer) : []);
    return apartOf(show, part, gone).flatMap((one) => {
      const plan = (key: string, pins: readonly PinAt[]) =>
        planPart({ ...one, key }, one.joins, one.seconds, into, out, addLevels(pins, one.gone));
      if (!split) return [plan(one.key, level)];
      // The band of speech and the rest are two sounds that add up to the one, each with its own way down.
      return [plan(splitKey(one.key, 'rest'), level), plan(splitKey(one.key, 'band'), band)];
    });
  });
}

/** A part as the mixer plays it: whole, or layer by layer. */
interface Apart {
  readonly part: Part;
  readonly key: string;
  /** What its cuts are judged by: all layers of a piece cross as the piece itself does. */
  readonly joins: string;
  readonly seconds: number;
  readonly layer?: MediaId | undefined;
  /** How the layer goes and comes back. */
  readonly gone: readonly PinAt[];
}

/**
 * A part as what is played of it. A piece in layers is played as the one sound that it is, until one of them is to sound otherwise; what it goes through
 * is then done layer by layer.
 */
export function apartOf(show: Show, part: Part, gone: (layer: MediaId) => readonly PinAt[] = () => []): Apart[] {
  const key = playedKey(show, part);
  const seconds = soundSeconds(show, part);
  const strands = strandsOf(show, part).map((strand) => ({ strand, gone: gone(strand.media) }));
  const lane = show.lanes.find(({ id }) => id === part.lane);
  const treated = [...(part.treatments ?? []), ...(lane ? laneChains(lane).each : [])].some(({ on }) => on);
  const asOne = !treated && !part.layers?.length && strands.every((one) => one.gone.length === 0);
  if (strands.length === 0 || asOne) return [{ part, key, joins: key, seconds, gone: [] }];
  return strands
    .filter(({ strand }) => strand.heard)
    .map(({ strand, gone: goes }) => ({
      part: strandPart(part, strand),
      key: playedLayerKey(show, part, strand.media),
      joins: key,
      seconds,
      layer: strand.media,
      gone: goes,
    }));
}

/**
 * Spans of one sound, one after the other from the start, as they are: for listening to a piece before it is laid, and for a loop.
 * @param out fades over its last seconds.
 */
export function planSpans(media: MediaId, seconds: number, spans: readonly Span[], out = 0): Plan {
  const fade = { seconds: 0, bend: 0 };
  const fadeOut = { seconds: out, bend: 0 };
  const part: Part = { id: 'sound', kind: 'bed', lane: '', media, at: 0, spans, gain: 0, fadeUp: fade, fadeOut, quiet: [], pins: [] };
  const planned = planPart({ part, key: media }, media, seconds, null, null);
  const lanes = [{ id: '', chain: [], level: laneLevel({ gain: 0 }), pan: 0 }];
  return { frames: planned.end, master: 1, closing: 0, ceiling: null, parts: [planned], lanes };
}

/** One part, or one of its layers, as the mixer plays it. @param media what its cuts are judged by. @param dips frames from its start. */
export function planPart(
  { part, key, layer }: Pick<Apart, 'part' | 'key' | 'layer'>,
  media: string,
  sourceSeconds: number,
  into: PlannedJoin | null,
  out: PlannedJoin | null,
  dips: readonly PinAt[] = [],
): PlannedPart {
  const { cuts, end } = bounds(part);
  const frames = framesOf(sourceSeconds);
  const joins = part.spans.slice(0, -1).map((span, index) => {
    const next = part.spans[index + 1]!;
    const cut = cuts[index + 1]!;
    const played = framesOf(span.from) + cut - cuts[index]!;
    const ends: CutEnds = {
      cut,
      left: { media, end: played, seconds: span.to - span.from, frames },
      right: { media, from: framesOf(next.from), seconds: next.to - next.from },
    };
    return span.fold ? joinFolded(ends, span.fold) : joinAcross(ends, span.join, STRAIGHT);
  });
  const spans = part.spans.map((span, index): PlannedSpan => {
    const [start, stop] = [cuts[index]!, cuts[index + 1]!];
    const [first, last] = [joins[index - 1] ?? null, joins[index] ?? null];
    const [begins, ends] = [index === 0 ? into : first, index === joins.length ? out : last];
    return {
      start,
      end: stop,
      source: framesOf(span.from),
      before: begins ? Math.max(0, start - begins.start) : 0,
      after: ends ? Math.max(0, ends.start + ends.frames - stop) : 0,
      into: first,
      out: last,
    };
  });
  const envelope = partEnvelope(part, null, sourceSeconds, { ...(into ? { into } : {}), ...(out ? { out } : {}) }, dips);
  const of = layer === undefined ? {} : { layer };
  return { id: part.id, media: key, start: cuts[0]!, end, spans, envelope, into, out, lane: part.lane, ...of };
}
