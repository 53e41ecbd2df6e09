import {
  FIRST_PART_DIP,
  LANES,
  dipsFor,
  ownParts,
  partEnd,
  pinLevel,
  roomOf,
  showSeconds,
  soundSeconds,
  type DipRules,
  type Part,
  type Pin,
  type Room,
  type Show,
  type Stretch,
} from '../show';
import { clamp, framesOf, secondsOf, type Decibels, type Seconds } from '../units';
import { deepest, tidied, type Bend, type Dent } from './bends';
import { depthFor, sumOf } from './clear';
import type { PinAt } from './envelope';
import { joinsBetween } from './joins';
import { partEnvelope } from './part';
import { PartPower } from './power';
import { askedIn, askersOf, narrationsOf, speakingClips, voicedIn, type Asked, type Heard } from './voices';

/** One dip: what sounds goes down because somebody speaks from `from` to `to`, seconds of the show. */
export interface Dip extends Dent, Stretch {
  /** The narration, or the own sound of a clip, that asks for it. */
  readonly part: string;
  /** Asked for by the own sound of a clip. */
  readonly own: boolean;
}

export interface Dips {
  /** In the order of their beginnings. Those that leave everything as it is are not among them. */
  readonly dips: readonly Dip[];
  /** What they make of the level over the show: for the bed and spot sounds, and for the clips' own sound, which makes no room for itself. */
  readonly bed: readonly Bend[];
  readonly own: readonly Bend[];
}

const NONE: Dips = { dips: [], bed: [], own: [] };

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
  const depths = depthsOf(
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
    ).map((group) => dipOf(show.dips, group, depths));
  const spoken = dipsOfThose(false);
  const filmed = dipsOfThose(true);
  const all = [...spoken, ...filmed].filter((dip) => dip.gain !== 0).sort((a, b) => a.begin - b.begin);
  const speech = [...spoken, ...filmed];
  return {
    dips: all,
    bed: raised(show, speech, deepest(bridged(show.dips, all))),
    own: deepest(
      bridged(
        show.dips,
        spoken.filter((dip) => dip.gain !== 0).sort((a, b) => a.begin - b.begin),
      ),
    ),
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
function dipOf(rules: DipRules, { part, room, from, to, own }: Group, depthOf: (from: Seconds, to: Seconds) => Decibels): Dip {
  const asked = part.dip ?? FIRST_PART_DIP;
  const down = Math.max(STEEPEST, asked.down ?? rules.down);
  const up = Math.max(STEEPEST, asked.up ?? rules.up);
  const begin = from - (rules.depth.by === 'clear' ? Math.max(rules.lead, down) : rules.lead);
  const low = begin + down;
  const rise = Math.max(to, low);
  const gain = clamp((room.by ?? depthOf(from, to)) + asked.by, -60, 0);
  return { part: part.id, own, from, to, begin, low, rise, end: rise + up, gain };
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

/** How loud parts are before dips: a part that did not change is not measured again while another one is moved. */
const powers = new WeakMap<Part, { readonly key: string; readonly power: PartPower }>();

/** The power of a part before dips; null where it was not listened to. */
function powerOf(show: Show, part: Part, heard: Heard): PartPower | null {
  const profile = heard.get(part.media);
  if (!profile) return null;
  const lane = show.lanes.find((one) => one.id === part.lane)!;
  const joins = joinsBetween(show).get(part.id) ?? {};
  const key = `${lane.gain} ${JSON.stringify(lane.pins)} ${JSON.stringify(joins)}`;
  const before = powers.get(part);
  if (before?.key === key) return before.power;
  const sound = soundSeconds(show, part);
  const envelope = partEnvelope(part, lane, sound, joins);
  const power = new PartPower(part, sound, profile, envelope, joins.into ?? null, joins.out ?? null);
  powers.set(part, { key, power });
  return power;
}

/** How deep what is said from one moment to another asks what dips to go, before a narration's own wish. */
function depthsOf(show: Show, heard: Heard, askers: readonly Part[]): (from: Seconds, to: Seconds) => Decibels {
  const { depth } = show.dips;
  if (depth.by === 'fixed') return () => depth.gain;
  const voices = new Set(askers.map((part) => part.id));
  const muted = new Set(show.lanes.filter((lane) => lane.mute).map((lane) => lane.id));
  const sounding = [...show.parts, ...ownParts(show)].filter((part) => !muted.has(part.lane) && !part.mute);
  const sorted = { voice: [] as Part[], dipped: [] as Part[], fixed: [] as Part[] };
  for (const part of sounding) {
    if (voices.has(part.id)) sorted.voice.push(part);
    else if (dipsFor(show.dips, part)) sorted.dipped.push(part);
    else sorted.fixed.push(part);
  }
  const within = (parts: readonly Part[], from: Seconds, to: Seconds) =>
    sumOf(parts.filter((part) => part.at < to && partEnd(part) > from).flatMap((part) => powerOf(show, part, heard) ?? []));
  return (from, to) =>
    depthFor(from, to, depth.margin, within(sorted.voice, from, to), within(sorted.dipped, from, to), within(sorted.fixed, from, to));
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
  const start = framesOf(part.at);
  const end = partEnd(part);
  const share = of === 'band' ? 1 : 1 - (show.dips.band ?? 0);
  // With one more on either side, which the level comes from and goes to.
  const after = bends.findIndex((bend) => bend.at > part.at);
  const last = bends.findIndex((bend) => bend.at >= end);
  const near = bends.slice(Math.max(0, (after < 0 ? bends.length : after) - 1), last < 0 ? bends.length : last + 1);
  return near.every((bend) => bend.gain === 0)
    ? []
    : near.map((bend) => ({ at: framesOf(bend.at) - start, gain: Math.min(0, bend.gain) * share + Math.max(0, bend.gain) }));
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
  const clear = show.dips.depth.by === 'clear';
  const asks = askersOf(show).map(({ part }) => part);
  return [...show.parts.filter((part) => clear || LANES[part.kind].asks === 'always'), ...(clear ? ownParts(show) : []), ...asks];
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
