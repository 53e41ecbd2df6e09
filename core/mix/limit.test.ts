import fc from 'fast-check';
import { runs } from '../../tests/budget';
import { renderShow } from '../../tests/render';
import { mediaId, showOf } from '../../tests/shows';
import { firstDifference, noise } from '../../tests/tones';
import { setMaster, setPartGain } from '../show/edits';
import { LoudnessMeter, memorySource } from '../sound';
import { RATE, gainOfDecibels } from '../units';
import { Limiter } from './limit';

/** A show whose bed is white noise at −6 dBFS, made 12 dB louder: far over full scale. */
const loud = () => {
  const show = setPartGain(showOf([4], 4), { ids: ['bed-1'], gain: 6 });
  return setMaster(show, { gain: 6, ceiling: -1 });
};
const sounds = new Map([
  [
    mediaId(1000),
    memorySource(
      noise(4 * RATE * 2, 3).map((value) => value * 0.5),
      2,
    ),
  ],
]);

const measured = (sound: Float32Array) => {
  const meter = new LoudnessMeter(2);
  meter.push(sound, sound.length / 2);
  return meter.finish();
};

it('holds every true peak under the ceiling', () => {
  const open = measured(renderShow({ ...loud(), master: { gain: 6 } }, sounds));
  expect(open.truePeak).toBeGreaterThan(3);
  const held = measured(renderShow(loud(), sounds));
  expect(held.truePeak).toBeLessThanOrEqual(-1);
  expect(held.truePeak).toBeGreaterThan(-1.6);
});

it('gives the same samples however blocks are cut, and wherever playing begins', () => {
  const whole = renderShow(loud(), sounds);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 30_000 }), { minLength: 1, maxLength: 6 }), (blocks) => {
      expect(firstDifference(renderShow(loud(), sounds, blocks), whole)).toBe(-1);
    }),
    { numRuns: runs(5) },
  );
  const jumping = limiterOver((frame) => whole[frame * 2] ?? 0);
  const here = new Float32Array(2000);
  const there = new Float32Array(2000);
  jumping.render(90_000, 1000, here);
  jumping.render(10_000, 1000, there);
  jumping.render(90_000, 1000, there);
  expect(firstDifference(here, there)).toBe(-1);
});

function limiterOver(sample: (frame: number) => number): Limiter {
  return new Limiter(gainOfDecibels(-1), (first, count, into) => {
    for (let i = 0; i < count; i += 1) into[i * 2] = into[i * 2 + 1] = first + i < 0 ? 0 : sample(first + i);
  });
}

it('leaves what stays below the ceiling as it is, to the sample', () => {
  const quiet = noise(RATE, 5).map((value) => value * 0.4);
  const out = new Float32Array(RATE * 2);
  limiterOver((frame) => quiet[frame] ?? 0).render(0, RATE, out);
  expect(out.filter((_, i) => i % 2 === 0)).toEqual(quiet);
});

it('goes down before a peak and comes up after it without an edge', () => {
  const at = RATE / 2;
  const out = new Float32Array(RATE * 2);
  limiterOver((frame) => (frame === at ? 4 : 0.1)).render(0, RATE, out);
  const gain = (frame: number) => out[frame * 2]! / (frame === at ? 4 : 0.1);
  expect(gain(at - 600)).toBeCloseTo(1, 6);
  expect(gain(at) * 4).toBeLessThanOrEqual(gainOfDecibels(-1));
  expect(gain(at + RATE * 0.1)).toBeLessThan(0.6);
  expect(gain(at + RATE * 0.4)).toBeCloseTo(1, 6);
  let steepest = 0;
  for (let frame = at - 600; frame < at + 20_000; frame += 1) steepest = Math.max(steepest, Math.abs(gain(frame + 1) - gain(frame)));
  expect(steepest).toBeLessThan(0.02);
});
