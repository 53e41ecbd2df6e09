import { heardMoment, heardStretch, laidSpans, type Part, type Show } from '../show';
import type { Seconds } from '../units';
import { beatsOfPart } from './grid';
import { placeInBar, type Hearing } from './hearing';

/** A beat of a piece where it is heard. */
export interface LaidBeat {
  /** Seconds of the show. */
  readonly at: Seconds;
  /** 0 is the downbeat. */
  readonly beat: number;
  /** Number of its bar in the piece; 0 and below before the first downbeat. */
  readonly bar: number;
}

/** A section of a piece, or what a splice left of it, where it is heard. */
export interface LaidSection {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly letter: string;
  /** What a person called it, or else its letter. */
  readonly name: string;
}

/** The beats of a part where they are heard, in order. None for music without a steady beat. */
export function laidBeats(show: Pick<Show, 'media'>, part: Part, heard: Hearing): LaidBeat[] {
  if (!heard.steady) return [];
  const beats: LaidBeat[] = [];
  const played = heard.moments.map((moment, i) => ({ i, at: heardMoment(show, part, moment) }));
  if (part.backwards) played.reverse();
  const at = played.map((one) => one.at);
  for (const { span, start } of laidSpans(part.spans, part.at)) {
    for (let k = firstFrom(at, span.from); k < at.length && at[k]! < span.to; k += 1) {
      const { i } = played[k]!;
      beats.push({ at: start + at[k]! - span.from, beat: placeInBar(heard, i), bar: Math.floor((i - heard.phase) / heard.perBar) + 1 });
    }
  }
  return beats;
}

/** The beats of a part as they were heard; as a person set them where nobody has listened since; none where neither is known. */
export function knownBeats(
  show: Pick<Show, 'media'>,
  part: Part,
  heard: Hearing | null | undefined,
): readonly Pick<LaidBeat, 'at' | 'beat'>[] {
  if (heard) return laidBeats(show, part, heard);
  const grid = show.media[part.media]?.grid;
  return grid ? beatsOfPart(part, grid) : [];
}

/** The sections of a part where they are heard. */
export function laidSections(show: Pick<Show, 'media'>, part: Part, heard: Hearing): LaidSection[] {
  const names = show.media[part.media]?.marks?.names ?? [];
  const laid: LaidSection[] = [];
  for (const { span, start } of laidSpans(part.spans, part.at)) {
    for (const { from, to, letter } of heard.sections) {
      const played = heardStretch(show, part, { from, to });
      const low = Math.max(span.from, played.from);
      const high = Math.min(span.to, played.to);
      if (high - low > 0.05)
        laid.push({ from: start + low - span.from, to: start + high - span.from, letter, name: nameOf(names, from, letter) });
    }
  }
  return laid;
}

/** What a section is called: a name is kept by where its section begins, and found again although the border was heard a little elsewhere. */
export function nameOf(names: readonly { readonly at: Seconds; readonly name: string }[], from: Seconds, letter: string): string {
  return names.find(({ at }) => Math.abs(at - from) < 1)?.name ?? letter;
}

function firstFrom(moments: readonly Seconds[], from: Seconds): number {
  let [low, high] = [0, moments.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (moments[middle]! < from - 1e-6) low = middle + 1;
    else high = middle;
  }
  return low;
}
