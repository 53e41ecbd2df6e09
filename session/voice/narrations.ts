import { phrasesOf, dipsOf, pinsWithDips } from '../../core/level';
import { FIRST_PART_DIP, laidSpans, partEnd, partSeconds, type Part, type Show, type Stretch, type VoicePart } from '../../core/show';
import { addLine, addTake, dipsToPins, setPartDip, setTold, shortenPauses, splitAtMoments } from '../../core/show/edits';
import { pausesIn, toldAlso } from '../../core/speech';
import { newId } from '../ids';
import { takeSoundFile } from '../library';
import { chosenParts, currentShow, useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';
import { heardNow } from '../sound/heard';
import { laneFor } from '../open/lanes';

/** Whether a part is a narration. */
export const isNarration = (part: Part): part is VoicePart => part.kind === 'voice';

/** Pauses within a narration of at least so many seconds, seconds from its start; those at its ends are not among them. */
export function innerPauses(show: Show, part: Part, least: number): Stretch[] {
  const length = partSeconds(part);
  return pausesIn(phrasesOf(show, part, heardNow()), 0, length, least).filter(({ from, to }) => from > 0.01 && to < length - 0.01);
}

/** Splits a narration in the middle of each pause. Nothing is heard of it until a piece is moved. */
export function splitPauses(show: Show, part: Part, least: number): void {
  const moments = innerPauses(show, part, least).map(({ from, to }) => part.at + (from + to) / 2);
  if (moments.length === 0) return;
  const halves = moments.map(newId);
  const { edit, choose } = useOpenShow.getState();
  edit(splitAtMoments, { id: part.id, moments, halves });
  choose({ kind: 'parts', ids: [part.id, ...halves.filter((id) => currentShow()?.parts.some((one) => one.id === id))] });
}

/** Shortens each pause of at least `least` seconds to `keep` seconds. */
export function shorten(show: Show, part: Part, least: number, keep: number): void {
  useOpenShow.getState().edit(shortenPauses, { id: part.id, pauses: innerPauses(show, part, least), keep });
}

/** Writes a line at the now line, to be recorded later. */
export function writeLine(): string {
  const show = currentShow()!;
  const id = newId();
  useOpenShow.getState().edit(addLine, { line: { id, lane: laneFor(show, 'voice').id, at: useTransport.getState().now, words: '' } });
  return id;
}

/** Puts another file behind a narration: a new take at the same place. */
export async function replaceTake(part: string, file: File): Promise<void> {
  const media = await takeSoundFile(file);
  if (media && currentShow()?.parts.some((one) => one.id === part)) useOpenShow.getState().edit(addTake, { id: part, media, from: 0 });
}

/** A person says of a stretch of a narration (seconds from its start) that somebody speaks there, or nobody does. */
export function tellSpeech(show: Show, part: Part, { from, to }: Stretch, speaks: boolean): void {
  let told = show.media[part.media]!.told;
  for (const { span, start: position, end } of laidSpans(part.spans)) {
    const low = Math.max(from, position);
    const high = Math.min(to, end);
    if (high > low) told = toldAlso(told, { from: span.from + low - position, to: span.from + high - position }, speaks);
  }
  if (told) useOpenShow.getState().edit(setTold, { media: part.media, ...told });
}

/** Switches the dips of the chosen narrations on or off. */
export function toggleDip(): void {
  const show = currentShow();
  const parts = chosenParts().filter((part) => show && isNarration(part));
  if (parts.length === 0) return;
  const on = !parts.every((part) => (part.dip ?? FIRST_PART_DIP).on);
  useOpenShow.getState().edit(setPartDip, { ids: parts.map((part) => part.id), change: { on } });
}

/** What dips make of a part becomes its pins. */
export function takeDipsOver(show: Show, part: Part): void {
  const pins = pinsWithDips(show, dipsOf(show, heardNow()), part);
  useOpenShow.getState().edit(dipsToPins, { id: part.id, pins });
}

/** The part under the now line that is to get a pin: the chosen one, or the piece of the bed that lies there. */
export function partHere(): Part | null {
  const show = currentShow();
  const { now } = useTransport.getState();
  const under = (part: Part) => part.at <= now && partEnd(part) >= now;
  return chosenParts().find(under) ?? show?.parts.find((part) => part.kind === 'bed' && under(part)) ?? null;
}
