import fc from 'fast-check';
import { noise } from '../../tests/tones';
import { memorySource } from '../sound';
import { RATE } from '../units';
import { IMPORTANCE, THIRDS, THIRDS_STEP, ThirdsMeter, thirdsIn, thirdsOf } from './thirds';

const SECONDS = 1.23;
const FRAMES = Math.round(SECONDS * RATE);
const sound = noise(FRAMES * 2);

function whole(source = memorySource(sound, 2)): Float32Array {
  const work = thirdsIn(source);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

it('reads the same rows from blocks of any size; those that nobody wants stay silent', () => {
  const rows = whole();
  expect(rows).toHaveLength(Math.ceil(SECONDS / THIRDS_STEP) * THIRDS);
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 20_000 }), { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 0, max: 12 }),
      (sizes, only) => {
        const meter = new ThirdsMeter(2, FRAMES, (row) => row >= only);
        for (let first = 0, turn = 0; first < FRAMES; turn += 1) {
          const count = Math.min(sizes[turn % sizes.length]!, FRAMES - first);
          meter.push(sound.subarray(first * 2, (first + count) * 2), count);
          first += count;
        }
        const found = meter.finish();
        expect(found.subarray(0, only * THIRDS).every((one) => one === 0)).toBe(true);
        expect(found.subarray(only * THIRDS).every((one, i) => one === rows[only * THIRDS + i])).toBe(true);
      },
    ),
    { numRuns: 20 },
  );
});

it('finds the power of a tone in its own third of an octave', () => {
  for (const [band, [hertz]] of IMPORTANCE.entries()) {
    const tone = Float32Array.from({ length: RATE / 2 }, (_, i) => Math.sin((2 * Math.PI * hertz * i) / RATE));
    const power = thirdsOf(tone, 1);
    const all = power.reduce((sum, one) => sum + one, 0);
    expect(power[band]! / all).toBeGreaterThan(0.95);
  }
});
