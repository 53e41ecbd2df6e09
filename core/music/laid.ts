import { heardMoment, laidSpans, type Part, type Show } from '../show';
import type { Seconds } from '../units';
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
  const at = heard.moments.map((moment) => heardMoment(show, part, moment));
  for (const { span, start } of laidSpans(part.spans, part.at)) {
    for (let i = firstFrom(at, span.from); i < at.length && at[i]! < span.to; i += 1) {
      beats.push({ at: start + at[i]! - span.from, beat: placeInBar(heard, i), bar: Math.floor((i - heard.phase) / heard.perBar) + 1 });
    }
  }
  return beats;
}

/** The sections of a part where they are heard. */
export function laidSections(show: Pick<Show, 'media'>, part: Part, heard: Hearing): LaidSection[] {
  const names = show.media[part.media]?.marks?.names ?? [];
  const laid: LaidSection[] = [];
  for (const { span, start } of laidSpans(part.spans, part.at)) {
    for (const { from, to, letter } of heard.sections) {
      const low = Math.max(span.from, heardMoment(show, part, from));
      const high = Math.min(span.to, heardMoment(show, part, to));
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
