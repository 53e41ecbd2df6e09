import { phrase, type Say } from '../phrase';
import { LANES } from './lanes';
import type { Card, Media, MediaId, Show } from './types';

/** One thing that somebody made, and the line that says so. */
export interface CreditLine {
  readonly media: MediaId;
  readonly title: string;
  readonly credit: string;
}

export interface Credits {
  /** In the order in which they are first met: music and spot sounds, then pictures. */
  readonly lines: readonly CreditLine[];
  /** Music and spot sounds that are used and have no line. */
  readonly missing: readonly Media[];
  /** What came from a shelf that names no licence. */
  readonly unlicensed: readonly Media[];
}

/** Who is to be credited: for music and spot sounds always, for photos, clips and narrations where a line was written. */
export function creditsOf(show: Pick<Show, 'parts' | 'pictures' | 'media'>): Credits {
  const used = new Map<MediaId, boolean>();
  for (const part of [...show.parts].sort((a, b) => a.at - b.at)) {
    used.set(part.media, (used.get(part.media) ?? false) || LANES[part.kind].credited);
  }
  for (const picture of show.pictures) if (picture.kind !== 'card') used.set(picture.media, used.get(picture.media) ?? false);
  const lines: CreditLine[] = [];
  const missing: Media[] = [];
  for (const [id, asked] of used) {
    const { title, credit } = show.media[id]!;
    if (credit) lines.push({ media: id, title, credit });
    else if (asked) missing.push(show.media[id]!);
  }
  const unlicensed = [...used.keys()].map((id) => show.media[id]!).filter(({ licence }) => licence === '');
  return { lines, missing, unlicensed };
}

/** What a card says: its own words, or the show's title and credits as they are now. */
export function wordsOfCard(show: Pick<Show, 'parts' | 'pictures' | 'media' | 'title' | 'artist'>, card: Card, say: Say): string {
  if (!card.credits) return card.words;
  // Two pieces by the same hand are credited once.
  const said = [...new Set(creditsOf(show).lines.map(({ credit }) => credit))];
  return [show.title, ...(show.artist ? [say(phrase('papers.by', { name: show.artist }))] : []), ...said].join('\n');
}
