import { LANES } from '../show/lanes';
import { ownParts } from '../show/own';
import { laidSpans, sourceWalker } from '../show/spans';
import { LIMITS } from '../show/limits';
import { partSeconds } from '../show/placement';
import { roomOf } from '../show/rooms';
import { heardStretch, roughSource, soundSeconds } from '../show/speed';
import { POWER_STEP, speechWith, without, type Profile } from '../speech';
import type { Media, MediaId, Part, Room, Show, Stretch } from '../show';
import type { Decibels } from '../units';

/** What is known of the sounds of a show by listening: profiles, by medium. What is missing is not known yet. */
export type Heard = ReadonlyMap<MediaId, Profile>;

export const NOTHING_HEARD: Heard = new Map();

/** Somebody speaks here, seconds of the show. */
export interface Voiced extends Stretch {
  readonly part: Part;
}

/** Something asks for room here, seconds of the show. */
export interface Asked extends Voiced {
  readonly room: Room;
}

/** Phrases of parts, by what they follow from: parts never change, and most are as they were after an edit. */
const known = new WeakMap<Part, { readonly profile: Profile; readonly media: Media | undefined; readonly phrases: readonly Stretch[] }>();

/** Where somebody speaks in a part, seconds from its start, phrase by phrase; nothing where it was not listened to yet. */
export function phrasesOf(show: Show, part: Part, heard: Heard): readonly Stretch[] {
  const profile = heard.get(part.media);
  if (!profile) return [];
  const media = show.media[part.media];
  const before = known.get(part);
  if (before?.profile === profile && before.media === media) return before.phrases;
  const phrases = findPhrases(show, part, profile);
  known.set(part, { profile, media, phrases });
  return phrases;
}

function findPhrases(show: Show, part: Part, profile: Profile): Stretch[] {
  const told = without(speechWith(profile.speech, show.media[part.media]?.told), part.quiet);
  const speech = told.map((one) => heardStretch(show, part, one)).sort((a, b) => a.from - b.from);
  const phrases: Stretch[] = [];
  for (const { span, start } of laidSpans(part.spans)) {
    for (const { from, to } of speech) {
      const low = Math.max(from, span.from);
      const high = Math.min(to, span.to);
      if (high > low) phrases.push({ from: start + low - span.from, to: start + high - span.from });
    }
  }
  return phrases;
}

/** What sounds, of parts: neither they nor their lanes are muted. Solo does not count: whoever listens to the bed alone hears what it does. */
function unmuted<P extends Part>(show: Show, parts: readonly P[]): P[] {
  const muted = new Set(show.lanes.filter((lane) => lane.mute).map((lane) => lane.id));
  return parts.filter((part) => !muted.has(part.lane) && !part.mute);
}

/** The narrations that ask for dips. */
export function narrationsOf(show: Show): Part[] {
  return unmuted(
    show,
    show.parts.filter((part) => LANES[part.kind].asks === 'always'),
  );
}

/** The own sounds of clips in which speech asks for dips, where the show or the clip wants that: they count as voices. */
export function speakingClips(show: Show): Part[] {
  return unmuted(show, clipSounds(show)).filter((part) => roomOf(show, part).when === 'speech');
}

const clipSounds = (show: Show): Part[] => [...ownParts(show), ...show.parts.filter((part) => LANES[part.kind].asks === 'where wanted')];

/** All that asks for dips, with what it asks. */
export function askersOf(show: Show): { readonly part: Part; readonly room: Room }[] {
  return unmuted(show, [...ownParts(show), ...show.parts])
    .map((part) => ({ part, room: roomOf(show, part) }))
    .filter(({ room }) => room.when !== 'never');
}

/** Momentary loudness is read over so many steps of the profile. */
const WINDOW = Math.round(0.4 / POWER_STEP);

/** Where a part sounds louder than `over` LUFS, seconds from its start; nothing where it was not listened to yet. */
export function soundsIn(show: Show, part: Part, heard: Heard, over: Decibels): Stretch[] {
  const profile = heard.get(part.media);
  if (!profile) return [];
  const sound = soundSeconds(show, part);
  const rough = roughSource(part, sound);
  const sourceAt = sourceWalker(part.spans);
  const steps = Math.round(partSeconds(part) / POWER_STEP);
  const least = 10 ** ((over + 0.691 - part.gain) / 10);
  const powers = new Float64Array(steps);
  for (let i = 0; i < steps; i += 1) powers[i] = profile.power[Math.floor(rough(sourceAt((i + 0.5) * POWER_STEP)) / POWER_STEP)] ?? 0;
  const found: { from: number; to: number }[] = [];
  let sum = 0;
  for (let i = 0; i < steps; i += 1) {
    sum += powers[i]! - (powers[i - WINDOW] ?? 0);
    if (sum / Math.min(i + 1, WINDOW) < least) continue;
    // What is loud in a window began within it.
    const from = Math.max(0, i - WINDOW / 2) * POWER_STEP;
    const to = (i + 1) * POWER_STEP;
    const last = found.at(-1);
    if (last && from <= last.to) last.to = to;
    else found.push({ from, to });
  }
  return found;
}

/** Everything that asks for room in parts, in order: what is said in them, or wherever they sound. */
export function askedIn(show: Show, askers: readonly { readonly part: Part; readonly room: Room }[], heard: Heard): Asked[] {
  return askers
    .flatMap(({ part, room }) => {
      const stretches = room.when === 'sound' ? soundsIn(show, part, heard, room.over ?? LIMITS.room.start) : phrasesOf(show, part, heard);
      return stretches.map(({ from, to }) => ({ part, room, from: part.at + from, to: part.at + to }));
    })
    .sort((a, b) => a.from - b.from);
}

/** Everything that is said in parts, in order. */
export function voicedIn(show: Show, parts: readonly Part[], heard: Heard): Voiced[] {
  return parts
    .flatMap((part) => phrasesOf(show, part, heard).map(({ from, to }) => ({ part, from: part.at + from, to: part.at + to })))
    .sort((a, b) => a.from - b.from);
}
