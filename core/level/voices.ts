import { LANES } from '../show/lanes';
import { ownParts } from '../show/own';
import { laidSpans } from '../show/spans';
import { heardMoment } from '../show/speed';
import { speechWith, without, type Profile } from '../speech';
import type { MediaId, Part, Show, Stretch } from '../show';

/** What is known of the sounds of a show by listening: profiles, by medium. What is missing is not known yet. */
export type Heard = ReadonlyMap<MediaId, Profile>;

export const NOTHING_HEARD: Heard = new Map();

/** Somebody speaks here, seconds of the show. */
export interface Voiced extends Stretch {
  readonly part: Part;
}

/** Where somebody speaks in a part, seconds from its start, phrase by phrase; nothing where it was not listened to yet. */
export function phrasesOf(show: Show, part: Part, heard: Heard): Stretch[] {
  const profile = heard.get(part.media);
  if (!profile) return [];
  const told = without(speechWith(profile.speech, show.media[part.media]?.told), part.quiet);
  const speech = told.map(({ from, to }) => ({ from: heardMoment(show, part, from), to: heardMoment(show, part, to) }));
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

/** The own sounds of clips that ask for dips, where the show wants that. */
export function speakingClips(show: Show): Part[] {
  if (!show.dips.hearsClips) return [];
  return unmuted(show, [...ownParts(show), ...show.parts.filter((part) => LANES[part.kind].asks === 'where wanted')]);
}

/** Everything that is said in parts, in order. */
export function voicedIn(show: Show, parts: readonly Part[], heard: Heard): Voiced[] {
  return parts
    .flatMap((part) => phrasesOf(show, part, heard).map(({ from, to }) => ({ part, from: part.at + from, to: part.at + to })))
    .sort((a, b) => a.from - b.from);
}
