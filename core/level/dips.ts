import {
  FIRST_PART_DIP,
  LANES,
  LIMITS,
  dipsFor,
  ownParts,
  partEnd,
  pinLevel,
  roomOf,
  showSeconds,
  type DipRules,
  type Part,
  type Pin,
  type Room,
  type Show,
  type Stretch,
} from '../show';
import { SILENCE, clamp, framesOf, secondsOf, type Decibels, type Seconds } from '../units';
import { deepest, tidied, type Bend, type Dent } from './bends';
import { asksOf, judgedBy, strandKey, type Asks } from './asks';
import type { PinAt } from './envelope';
import { strandPart } from './strand';
import { askedIn, askersOf, narrationsOf, speakingClips, voicedIn, type Asked, type Heard } from './voices';

/** One dip: what sounds goes down because somebody speaks from `from` to `to`, seconds of the show. */
export interface Dip extends Dent, Stretch {
  /** The narration, or the own sound of a clip, that asks for it. */
  readonly part: string;
  /** Asked for by the own sound of a clip. */
  readonly own: boolean;
  /** Layers that go for it, by `strandKey`. */
  readonly gone: readonly string[];
}

export interface Dips {
  /** In the order of their beginnings. Those that leave everything as it is are not among them. */
  readonly dips: readonly Dip[];
  /** What they make of the level over the show: for the bed and spot sounds, and for the clips' own sound, which makes no room for itself. */
  readonly bed: readonly Bend[];
  readonly own: readonly Bend[];
  /** How layers go and come back, by `strandKey`. */
  readonly gone: ReadonlyMap<string, readonly Bend[]>;
}

const NONE: Dips = { dips: [], bed: [], own: [], gone: new Map() };

/** Dips of shows that were asked for: a show never changes, and every lane that is drawn asks. */
const known = new WeakMap<Show, { readonly heard: Heard; readonly dips: Dips }>();

/**
 * The dips of a show: computed from its narrations alone, so that they are never stale. `heard` says where somebody speaks; a
 * sound that is not in it asks for nothing.
 */
export function dipsOf(show: Show, heard: Heard): Dips {
  const before = known.get(show);
  if (before?.heard === heard) return before.dips;
  const dips = findDips(show, heard);
  known.set(show, { heard, dips });
  return dips;
}

function findDips(show: Show, heard: Heard): Dips {
  const askers = askersOf(show);
  if (askers.length === 0) return NONE;
  const asks = asksOf(
    show,
    heard,
    askers.map(({ part }) => part),
  );
  const ofClips = ({ part }: { readonly part: Part }) => LANES[part.kind].asks === 'where wanted';
  const dipsOfThose = (own: boolean) =>
    grouped(
      show,
      askedIn(
        show,
        askers.filter((one) => ofClips(one) === own),
        heard,
      ),
      own,
    ).map((group) => dipOf(show.dips, group, asks));
  const spoken = dipsOfThose(false);
  const filmed = dipsOfThose(true);
  const all = [...spoken, ...filmed].filter((dip) => dip.gain !== 0 || dip.gone.length > 0).sort((a, b) => a.begin - b.begin);
  const deep = all.filter((dip) => dip.gain !== 0);
  const speech = [...spoken, ...filmed];
  return {
    dips: all,
    bed: raised(show, speech, deepest(bridged(show.dips, deep))),
    own: deepest(
      bridged(
        show.dips,
        spoken.filter((dip) => dip.gain !== 0).sort((a, b) => a.begin - b.begin),
      ),
    ),
    gone: goneIn(show.dips, all),
  };
}

/** What is said in one part without a pause that counts. */
interface Group extends Stretch {
  readonly part: Part;
  readonly room: Room;
  readonly own: boolean;
}

/** Phrases of the same part with the pauses between them that are ridden through; those that ask for nothing are left out. */
function grouped({ dips: { bridge } }: Show, phrases: readonly Asked[], own: boolean): Group[] {
  const open = new Map<string, { part: Part; room: Room; from: Seconds; to: Seconds; own: boolean }>();
  const groups: Group[] = [];
  for (const { part, room, from, to } of phrases) {
    if (!(part.dip ?? FIRST_PART_DIP).on) continue;
    const last = open.get(part.id);
    if (last && from - last.to < bridge) last.to = Math.max(last.to, to);
    else {
      const group = { part, room, from, to, own };
      open.set(part.id, group);
      groups.push(group);
    }
  }
  return groups.sort((a, b) => a.from - b.from);
}

/** A level never jumps: a slope lasts at least this long (seconds). */
const STEEPEST: Seconds = 0.005;

/** The slopes of a dip. One that is to be clear everywhere is all the way down when the voice begins. */
function dipOf(rules: DipRules, { part, room, from, to, own }: Group, asks: Asks): Dip {
  const asked = part.dip ?? FIRST_PART_DIP;
  const down = Math.max(STEEPEST, asked.down ?? rules.down);
  const up = Math.max(STEEPEST, asked.up ?? rules.up);
  const begin = from - (rules.depth.by !== 'fixed' ? Math.max(rules.lead, down) : rules.lead);
  const low = begin + down;
  const rise = Math.max(to, low);
  const { gain: depth, gone } = asks(from, to);
  const gain = clamp((room.by ?? depth) + asked.by, -60, 0);
  return { part: part.id, own, from, to, begin, low, rise, end: rise + up, gain, gone };
}

/**
 * Neighbouring dips merge instead of bobbing: where the pause between two is ridden through, or too short for what dips to come up
 * and go down again, it stays at the level of the shallower one.
 */
function bridged({ bridge }: DipRules, dips: readonly Dip[]): Dent[] {
  const dents: Dent[] = [...dips];
  let last: Dip | null = null;
  for (const dip of dips) {
    if (last && dip.low > last.rise && (dip.begin < last.end || dip.from - last.to < bridge)) {
      const gain = Math.max(last.gain, dip.gain);
      dents.push({ begin: last.rise, low: last.rise, rise: dip.low, end: dip.low, gain });
    }
    if (!last || dip.rise > last.rise) last = dip;
  }
  return dents;
}

/** How each layer that goes for some dips does so: gone when the voice begins at the latest, back after it, with slopes of its own. */
function goneIn(rules: DipRules, dips: readonly Dip[]): ReadonlyMap<string, readonly Bend[]> {
  const { down, up } = rules.thin ?? LIMITS.thin;
  const slopes = { down: Math.max(STEEPEST, down), up: Math.max(STEEPEST, up) };
  const goes = new Map<string, Dip[]>();
  for (const dip of dips) {
    const begin = dip.from - Math.max(rules.lead, slopes.down);
    const one = { ...dip, begin, low: begin + slopes.down, rise: dip.to, end: dip.to + slopes.up, gain: SILENCE };
    for (const key of dip.gone) goes.set(key, [...(goes.get(key) ?? []), one]);
  }
  return new Map(
    [...goes].map(([key, those]) => [
      key,
      deepest(
        bridged(
          rules,
          those.sort((a, b) => a.begin - b.begin),
        ),
      ),
    ]),
  );
}

/** The bed comes up where nobody speaks for long, where the show wants that. */
function raised(show: Show, speech: readonly Dip[], bends: readonly Bend[]): Bend[] {
  const { raise, up, down } = show.dips;
  if (!raise || raise.gain === 0 || speech.length === 0) return [...bends];
  const lifts: Bend[] = [];
  const { gain } = raise;
  for (const { quiet, from, to } of gapsBetween(speech, showSeconds(show))) {
    if (quiet <= raise.after || to - from < up + down) continue;
    // At the ends of the show it is up from the start, or stays up.
    if (from > -Infinity) lifts.push({ at: from, gain: 0 }, { at: from + up, gain });
    if (to < Infinity) lifts.push({ at: to - down, gain }, { at: to, gain: 0 });
  }
  return tidied([...bends, ...lifts].sort((a, b) => a.at - b.at));
}

/** Where nobody speaks: for how long, and from where to where what dips is all the way up. */
function gapsBetween(speech: readonly Dip[], seconds: Seconds): { quiet: Seconds; from: Seconds; to: Seconds }[] {
  const gaps: { quiet: Seconds; from: Seconds; to: Seconds }[] = [];
  let [said, up] = [0, -Infinity];
  for (const dip of [...speech].sort((a, b) => a.from - b.from)) {
    const [begin, end] = dip.gain === 0 ? [dip.from, dip.to] : [dip.begin, dip.end];
    gaps.push({ quiet: dip.from - said, from: up, to: begin });
    said = Math.max(said, dip.to);
    up = Math.max(up, end);
  }
  gaps.push({ quiet: seconds - said, from: up, to: Infinity });
  return gaps;
}

/**
 * What the dips of a show make of a part, frames from its start; empty where it is not touched. The band of speech goes all the way down, the rest
 * (`level`) by what the show's rules leave it.
 */
export function dipPinsOf(show: Show, dips: Dips, part: Part, of: 'level' | 'band' = 'level'): PinAt[] {
  if (!dipsFor(show.dips, part)) return [];
  // What has room made for it does not make room: neither a second bed nor a spot sound. Clips make it for narrations all the same.
  if (LANES[part.kind].asks === 'never' && roomOf(show, part).when !== 'never') return [];
  // Speech that is heard in the clips' own sound makes no room for itself.
  const bends = LANES[part.kind].asks === 'where wanted' ? dips.own : dips.bed;
  const share = of === 'band' ? 1 : 1 - (show.dips.band ?? 0);
  return pinsWithin(part, bends, (gain) => Math.min(0, gain) * share + Math.max(0, gain));
}

/** How a layer of a part goes and comes back, frames from the part's start; empty where it stays. */
export function gonePinsOf(dips: Dips, part: Part, layer: string): PinAt[] {
  return pinsWithin(part, dips.gone.get(strandKey(part.id, layer)) ?? [], (gain) => gain);
}

/** Bends of the show as far as they touch a part, frames from its start. */
function pinsWithin(part: Part, bends: readonly Bend[], level: (gain: Decibels) => Decibels): PinAt[] {
  const start = framesOf(part.at);
  const end = partEnd(part);
  // With one more on either side, which the level comes from and goes to.
  const after = bends.findIndex((bend) => bend.at > part.at);
  const last = bends.findIndex((bend) => bend.at >= end);
  const near = bends.slice(Math.max(0, (after < 0 ? bends.length : after) - 1), last < 0 ? bends.length : last + 1);
  return near.every((bend) => bend.gain === 0) ? [] : near.map((bend) => ({ at: framesOf(bend.at) - start, gain: level(bend.gain) }));
}

/** The level that dips make at a moment of the show, dB. */
export function bendAt(bends: readonly Bend[], at: Seconds): Decibels {
  const next = bends.findIndex((bend) => bend.at >= at);
  if (next <= 0) return (next < 0 ? bends.at(-1) : bends[0])?.gain ?? 0;
  const [left, right] = [bends[next - 1]!, bends[next]!];
  return left.gain + ((right.gain - left.gain) * (at - left.at)) / (right.at - left.at);
}

/** Every sound of a show whose profile its dips need: of narrations; of clips that ask for dips; of all that sounds where the depth follows it. */
export function needsHearing(show: Show): Part[] {
  const clear = show.dips.depth.by !== 'fixed';
  const asks = askersOf(show).map(({ part }) => part);
  // How loud a piece in layers is follows from its layers, where it is judged by them.
  const parts = show.parts.flatMap((part) => [part, ...(clear ? judgedBy(show, part).map((strand) => strandPart(part, strand)) : [])]);
  return [...parts.filter((part) => clear || LANES[part.kind].asks === 'always'), ...(clear ? ownParts(show) : []), ...asks];
}

/** The pins of a part with its dips as pins on top: what sounds then is what sounded before. */
export function pinsWithDips(show: Show, dips: Dips, part: Part): Pin[] {
  // Pins know no bands: they go down all the way.
  const bends = dipPinsOf(show, dips, part, 'band').map(({ at, gain }) => ({ at: secondsOf(at), gain }));
  if (bends.length === 0) return part.pins.map(({ at, gain }) => ({ at, gain }));
  const length = partEnd(part) - part.at;
  const moments = [...new Set([0, length, ...bends.map(({ at }) => at), ...part.pins.map(({ at }) => at)])]
    .filter((at) => at >= 0 && at <= length)
    .sort((a, b) => a - b);
  return tidied(moments.map((at) => ({ at, gain: bendAt(bends, at) + pinLevel(part.pins, at) })));
}

/** Where somebody speaks in a show, with the pauses that are ridden through: where a voice over all else is looked for. */
export function saidIn(show: Show, heard: Heard): Stretch[] {
  const said: { from: Seconds; to: Seconds }[] = [];
  for (const { from, to } of voicedIn(show, [...narrationsOf(show), ...speakingClips(show)], heard)) {
    const last = said.at(-1);
    if (last && from - last.to < show.dips.bridge) last.to = Math.max(last.to, to);
    else said.push({ from, to });
  }
  return said;
}
