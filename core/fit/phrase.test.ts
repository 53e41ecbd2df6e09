import { showOf, soundMedia } from '../../tests/shows';
import { newPart, layParts } from '../show/edits';
import { FIRST_LANES, type Show } from '../show';
import { lastPhrase } from './phrase';

const sections = [0, 20, 40, 58].map((from, i, all) => ({ from, to: all[i + 1] ?? 60, letter: 'ABCD'[i]! }));
const media = soundMedia(7, 60);
const showWith = (spans: readonly { from: number; to: number; join: number }[]): Show =>
  layParts(showOf([30]), { parts: [{ ...newPart('song', FIRST_LANES.bed, media), spans }], media: [media], instead: [] });

it.each([
  [[{ from: 0, to: 60, join: 0 }], 2],
  // What begins in the very last second is none to fade over.
  [[{ from: 0, to: 58.5, join: 0 }], 18.5],
  [
    [
      { from: 0, to: 20, join: 0.01 },
      { from: 41, to: 57, join: 0 },
    ],
    null,
  ],
])('finds how long the last phrase lasts: %j', (spans, seconds) => {
  const show = showWith(spans);
  const found = lastPhrase(show, show.parts[0]!, sections);
  if (seconds === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(seconds, 9);
});
