import fc from 'fast-check';
import { noise } from '../../tests/tones';
import { KWeighting, TruePeak, loudnessOf, truePeakWithin } from '../sound';
import { RATE } from '../units';
import { METER_STEP, Meters, meterReading } from '.';
import { Limiter } from './limit';

// Meters and held peaks against themselves written down without any of their shortcuts, from all samples that they are about.

/** The readings of meters over a sound, step by step, each from all samples that it is about. */
function readingsOf(whole: Float32Array, first: number) {
  const begun = Math.floor(first / METER_STEP);
  const weighting = new KWeighting(2);
  const peaks = [new TruePeak(), new TruePeak()];
  const powers: number[] = [];
  const found: { peak: number; truePeak: number; loudness: number; short: number; soFar: number }[] = [];
  let soFar = -Infinity;
  const mean = (end: number, width: number) =>
    powers.slice(Math.max(begun, end - width + 1), end + 1).reduce((sum, one) => sum + one, 0) / width;
  for (let step = begun; (step + 1) * METER_STEP <= whole.length / 2; step += 1) {
    const from = Math.max(first, step * METER_STEP);
    const frames = (step + 1) * METER_STEP - from;
    const block = whole.slice(from * 2, (from + frames) * 2);
    powers[step] = (weighting.power(block, 0, frames, 0) + weighting.power(block, 0, frames, 1)) / frames;
    const truePeak = Math.max(
      ...peaks.map((one, channel) => {
        one.peak = 0;
        one.push(block, frames, 2, channel);
        return one.peak;
      }),
    );
    if (step % 15 === 0 || soFar === -Infinity) {
      const blocks: number[] = [];
      for (let end = begun + 11; end <= step; end += 3) blocks.push(mean(end, 12));
      const over = (least: number) => blocks.filter((one) => one > least);
      const average = (of: number[]) => of.reduce((sum, one) => sum + one, 0) / of.length;
      const loud = over(10 ** ((-70 + 0.691) / 10));
      soFar = loud.length === 0 ? -Infinity : loudnessOf(average(over(Math.max(10 ** ((-70 + 0.691) / 10), average(loud) / 10))));
    }
    const peak = block.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    found.push({ peak, truePeak, loudness: loudnessOf(mean(step, 12)), short: loudnessOf(mean(step, 90)), soFar });
  }
  return found;
}

it('meters read what lies in their windows, from where playing began', () => {
  const levels = [1e-5, 0.5, 0.02, 0.2, 0.001];
  const whole = noise(4 * RATE * 2, 9).map((value, i) => value * levels[Math.floor(i / (0.8 * RATE * 2))]!);
  const half = whole.map((value) => value / 2);
  fc.assert(
    fc.property(
      fc.constantFrom(0, 1600, 700, 40_000),
      fc.array(fc.integer({ min: 1, max: 20_000 }), { minLength: 1, maxLength: 4 }),
      (first, blocks) => {
        const meters = new Meters(2, whole.length / 2);
        meters.begin(first);
        const rows: number[][] = [];
        for (let at = first, turn = 0; at < whole.length / 2; turn += 1) {
          const size = Math.min(blocks[turn % blocks.length]!, whole.length / 2 - at);
          const cut = (of: Float32Array) => of.subarray(at * 2, (at + size) * 2);
          const pushed = meters.push(at, size, [cut(half), cut(whole)], cut(whole));
          expect(pushed.step + pushed.rows.length / 8).toBe(Math.floor((at + size) / METER_STEP));
          for (let i = 0; i < pushed.rows.length; i += 8) {
            const { lanes, whole: all } = meterReading(pushed.rows.subarray(i, i + 8));
            rows.push([
              lanes[0]!.peak * 2,
              lanes[1]!.peak,
              lanes[0]!.loudness + 20 * Math.log10(2),
              lanes[1]!.loudness,
              all.peak,
              all.loudness,
              all.short,
              all.soFar,
            ]);
          }
          at += size;
        }
        const wanted = readingsOf(whole, first).map(({ peak, truePeak, loudness, short, soFar }) => [
          peak,
          peak,
          loudness,
          loudness,
          truePeak,
          loudness,
          short,
          soFar,
        ]);
        expect(rows.length).toBe(wanted.length);
        const apart = (a: number, b: number) => (a === b ? 0 : Math.abs(a - b));
        expect(rows.reduce((most, row, i) => Math.max(most, ...row.map((value, k) => apart(value, wanted[i]![k]!))), 0)).toBeLessThan(2e-3);
      },
    ),
    { numRuns: 12 },
  );
});

/** What is held, from the first frame on: the gain of every 32 frames from the peaks around it. */
function heldBy(whole: Float32Array, ceiling: number): Float32Array {
  const [step, attack, room] = [32, 8, 4096];
  const frames = whole.length / 2;
  const padded = new Float32Array((frames + 2 * room) * 2);
  padded.set(whole, room * 2);
  const count = Math.ceil(frames / step) + 40;
  const most = ceiling * 0.995;
  const peakAt = (k: number) => Math.max(...[0, 1].map((channel) => truePeakWithin(padded, room + k * step, step, 2, channel)));
  const allowed: number[] = [];
  let [before, last] = [1, peakAt(-21)];
  for (let k = -20; k < count; k += 1) {
    const peak = peakAt(k);
    const loud = Math.max(last, peak);
    last = peak;
    before = Math.min(loud > most ? Math.max(0.01, most / loud) : 1, before * 10 ** (3 / 1500), 1);
    allowed.push(before);
  }
  const weights = Array.from({ length: attack + 1 }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 1)) / (attack + 2)));
  const gainAt = (k: number) =>
    weights.reduce((sum, weight, i) => sum + weight * Math.min(...allowed.slice(k - i + 20, k - i + attack + 21)), 0) /
    weights.reduce((sum, one) => sum + one);
  const gains = Array.from({ length: count - 30 }, (_, k) => gainAt(k));
  return whole.map((value, i) => {
    const frame = i >> 1;
    const k = Math.floor(frame / step);
    return value * (gains[k]! + ((gains[k + 1]! - gains[k]!) * (frame - k * step + 0.5)) / step);
  });
}

it('peaks are held by the gains that lie on their grid, wherever and however much is asked for; another sound is held anew', () => {
  const swell = (seed: number) =>
    noise(RATE, seed).map((value, i) => value * (0.2 + 4 * Math.max(0, Math.sin(i / 4000)) ** 8 + Number(i % 9001 === 0) * 300));
  const [one, other] = [swell(5), swell(6)];
  const held = new Map([one, other].map((sound) => [sound, heldBy(sound, 0.8)]));
  const places = fc.array(
    fc.tuple(fc.nat(RATE / 2 - 2000), fc.oneof(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 8000, max: 12_000 }))),
    { minLength: 1, maxLength: 5 },
  );
  fc.assert(
    fc.property(places, fc.boolean(), (list, goesOn) => {
      let now = one;
      const limiter = new Limiter(0.8, (first, count, into) => {
        for (let i = 0; i < count * 2; i += 1) into[i] = now[first * 2 + i] ?? 0;
      });
      for (const sound of [one, other]) {
        now = sound;
        limiter.forget();
        let next = 0;
        for (const [jump, long] of list) {
          const at = goesOn ? next : jump;
          const count = Math.min(long, RATE / 2 - 1000 - at);
          if (count <= 0) break;
          next = at + count;
          const out = new Float32Array(count * 2);
          limiter.render(at, count, out);
          const wanted = held.get(sound)!;
          expect(out.reduce((most, value, i) => Math.max(most, Math.abs(value - wanted[at * 2 + i]!)), 0)).toBeLessThan(1e-5);
        }
      }
    }),
    { numRuns: 15 },
  );
});
