import fc from 'fast-check';
import { RATE } from '../units';
import { addClicks, type Click } from './clicks';

const frames = RATE * 2;
const whole = (clicks: readonly Click[]) => {
  const block = new Float32Array(frames * 2);
  addClicks(block, 0, frames, clicks);
  return block;
};

it('begins each click on its frame, in both ears, a bar’s first one higher, and adds it to what is there', () => {
  const clicks = [
    { frame: 4800, strong: true },
    { frame: 24_000, strong: false },
  ];
  const block = whole(clicks);
  const crossings = (from: number) => {
    let count = 0;
    for (let i = from; i < from + 960; i += 1) if (block[i * 2]! * block[i * 2 + 2]! < 0) count += 1;
    return count;
  };
  expect(block.subarray(0, 4800 * 2).every((value) => value === 0)).toBe(true);
  expect(Math.max(...block.subarray(4800 * 2, 4900 * 2))).toBeGreaterThan(0.2);
  expect(block[4810 * 2]).toBe(block[4810 * 2 + 1]);
  expect(crossings(4800)).toBeGreaterThan(crossings(24_000) * 1.3);
  const loud = new Float32Array(frames * 2).fill(0.25);
  addClicks(loud, 0, frames, clicks);
  expect(loud[4810 * 2]! - block[4810 * 2]!).toBeCloseTo(0.25, 6);
});

it('gives the same samples however blocks are cut', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ frame: fc.integer({ min: -2000, max: frames }), strong: fc.boolean() }), { maxLength: 40 }),
      fc.array(fc.integer({ min: 1, max: 9000 }), { minLength: 4, maxLength: 12 }),
      (some, sizes) => {
        const clicks = [...some].sort((a, b) => a.frame - b.frame);
        const all = whole(clicks);
        let first = 0;
        for (const size of sizes) {
          const block = new Float32Array(size * 2);
          addClicks(block, first, size, clicks);
          expect(Buffer.from(block.buffer).equals(Buffer.from(all.slice(first * 2, (first + size) * 2).buffer))).toBe(true);
          first += size;
          if (first + 9000 > frames) break;
        }
      },
    ),
    { numRuns: 30 },
  );
});
