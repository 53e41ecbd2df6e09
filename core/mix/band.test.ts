import { narration, profile, withNarrations } from '../../tests/heard';
import { renderShow } from '../../tests/render';
import { mediaId, showOf } from '../../tests/shows';
import type { Heard } from '../level';
import { type Show } from '../show';
import { setDips, splitParts } from '../show/edits';
import { memorySource, type PcmSource } from '../sound';
import { RATE } from '../units';

/** Somebody speaks from 5 to 9 s over a deep and a middle tone. */
const heard: Heard = new Map([[mediaId(3001), profile(6, [[1, 5]])]]);
const show = withNarrations(showOf([14], 20), narration(3001, 6, 4, {}));
const rules = (one: Show, band: number) => setDips(one, { change: { depth: { by: 'fixed', gain: -20 }, band } });
const tone = (hertz: number, i: number) => 0.2 * Math.sin((2 * Math.PI * hertz * i) / RATE);
const sounds = new Map<string, PcmSource>([
  [
    mediaId(1000),
    memorySource(
      Float32Array.from({ length: 20 * RATE }, (_, i) => tone(80, i) + tone(1000, i)),
      1,
    ),
  ],
  [mediaId(3001), memorySource(new Float32Array(6 * RATE), 1)],
]);

const render = (one: Show): Float32Array => renderShow(one, sounds, [30_000], heard);

/** Level of a tone around a second, dB below what it is where nobody speaks. */
function down(sound: Float32Array, hertz: number, second: number): number {
  const at = (from: number) => {
    let [re, im] = [0, 0];
    for (let i = 0; i < RATE / 2; i += 1) {
      const angle = (2 * Math.PI * hertz * i) / RATE;
      re += sound[(from + i) * 2]! * Math.cos(angle);
      im += sound[(from + i) * 2]! * Math.sin(angle);
    }
    return Math.hypot(re, im);
  };
  return 20 * Math.log10(at(second * RATE) / at(RATE));
}

it.each([
  [0, -20, -20],
  [0.5, -10, -20],
  [1, 0, -20],
])('with %d of the depth in the band of speech a deep tone goes down by %d dB, one in the band by %d', (band, deep, middle) => {
  const sound = render(rules(show, band));
  expect(down(sound, 80, 7)).toBeCloseTo(deep, 1);
  expect(down(sound, 1000, 7)).toBeCloseTo(middle, 1);
  // Where nobody speaks any more all is as before.
  expect(down(sound, 1000, 12)).toBeCloseTo(0, 1);
});

it('a cut in the middle of a dip is not heard', () => {
  const banded = rules(show, 1);
  const [whole, cut] = [render(banded), render(splitParts(banded, { ids: [['bed-1', 'half']], moment: 7 }))];
  let worst = 0;
  for (let i = 0; i < whole.length; i += 1) worst = Math.max(worst, Math.abs(whole[i]! - cut[i]!));
  expect(worst).toBeLessThan(1e-4);
});
