import fc from 'fast-check';
import { firstDifference, noise } from '../../tests/tones';
import { RATE } from '../units';
import { memorySource } from './pcm';
import { speedFor, stretchedSource, stretching, toHeard, toSource } from './stretch';

const read = (source: ReturnType<typeof memorySource>) => {
  const out = new Float32Array(source.frames * source.channels);
  source.read(0, source.frames, out);
  return out;
};

/** Hertz of a sine from its upward zero crossings between two frames. */
function hertzOf(sound: Float32Array, from: number, to: number): number {
  let [count, first, last] = [0, 0, 0];
  for (let i = from; i < to; i += 1) {
    if (sound[i - 1]! >= 0 || sound[i]! < 0) continue;
    last = i - 1 + sound[i - 1]! / (sound[i - 1]! - sound[i]!);
    if (count === 0) first = last;
    count += 1;
  }
  return ((count - 1) / (last - first)) * RATE;
}

describe('another speed at the same pitch', () => {
  it.each([0.8, 0.94, 0.995, 1.005, 1.06, 1.2])(
    'at speed %s a 440 Hz sine stays within 5 cents and without a bump, exact in length',
    (speed) => {
      const sine = Float32Array.from({ length: 15 * RATE }, (_, i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / RATE));
      const sound = read(stretchedSource(memorySource(sine, 1), speed));
      expect(sound.length).toBe(4 * RATE + Math.round((11 * RATE) / speed));
      expect(Math.abs(1200 * Math.log2(hertzOf(sound, 3 * RATE, sound.length - 3 * RATE) / 440))).toBeLessThan(5);
      // The last join has to make the length exact, whatever the wave does there: a dip of 3 dB at the most, once.
      const bumps = { usual: 0, last: 0 };
      // The last join has to make the length exact, whatever the wave does there: one dip, of 6 dB at the most.
      for (let i = RATE; i < sound.length - RATE; i += 120) {
        let peak = 0;
        for (let k = i; k < i + 120; k += 1) peak = Math.max(peak, Math.abs(sound[k]!));
        const where = i > sound.length - 2.6 * RATE ? 'last' : 'usual';
        bumps[where] = Math.max(bumps[where], Math.abs(peak - 0.5));
      }
      expect(bumps.usual).toBeLessThan(0.02);
      expect(bumps.last).toBeLessThan(0.25);
      // The first and the last two seconds are the sound's own.
      expect(firstDifference(sound.subarray(0, 2 * RATE), sine.subarray(0, 2 * RATE))).toBe(-1);
      expect(firstDifference(sound.subarray(-2 * RATE), sine.subarray(-2 * RATE))).toBe(-1);
    },
  );

  it.each([0.8, 0.97, 1.03, 1.2])('at speed %s a click stays where it belongs within 10 ms, and there is one of it', (speed) => {
    const sound = noise(20 * RATE, 4).map((value) => value * 0.002);
    const clicks = Array.from({ length: 30 }, (_, i) => Math.round((2.5 + i * 0.5 + (i % 3) * 0.03) * RATE));
    for (const at of clicks) for (let i = 0; i < 150; i += 1) sound[at + i]! += Math.exp(-i / 30) * Math.sin(i / 2);
    const out = read(stretchedSource(memorySource(sound, 1), speed));
    const shape = stretching(sound.length, speed);
    let doubled = 0;
    for (const at of clicks) {
      const want = toHeard(shape, at);
      const hits: number[] = [];
      for (let i = Math.round(want) - 1500; i < want + 1500; i += 1) {
        if (Math.abs(out[i]!) > 0.35 && (hits.length === 0 || i - hits.at(-1)! > 150)) hits.push(i);
      }
      expect(hits.length).toBeGreaterThan(0);
      if (hits.length > 1) doubled += 1;
      expect(Math.min(...hits.map((hit) => Math.abs(hit - want))) / RATE).toBeLessThan(0.01);
    }
    expect(doubled).toBeLessThanOrEqual(1);
  });

  it('gives the same samples however it is read', () => {
    const source = memorySource(noise(12 * RATE * 2, 8), 2);
    const stretched = stretchedSource(source, 1.04);
    const whole = read(stretched);
    fc.assert(
      fc.property(fc.integer({ min: -1000, max: stretched.frames }), fc.integer({ min: 1, max: 9000 }), (first, count) => {
        const block = new Float32Array(count * 2);
        stretched.read(first, count, block);
        for (let i = 0; i < count * 2; i += 1) {
          if (!Object.is(block[i]! + 0, (whole[first * 2 + i] ?? 0) + 0)) throw new Error(`sample ${i} of [${first}, +${count})`);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('turns moments back and forth, and finds the speed for a length', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 60 * RATE }),
        fc.double({ min: 0.8, max: 1.25, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (frames, speed, share) => {
          const shape = stretching(frames, speed);
          expect(toHeard(shape, toSource(shape, share * shape.heard))).toBeCloseTo(share * shape.heard, 4);
          expect(stretching(frames, speedFor(frames, shape.heard)).heard).toBe(shape.heard);
        },
      ),
    );
  });
});
