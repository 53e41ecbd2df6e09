import fc from 'fast-check';
import { repeatPart, stopEarly } from '../show/edits';
import type { BedPart, Show } from '../show';
import { memorySource, type PcmSource } from '../sound';
import { runs } from '../../tests/budget';
import { renderShow } from '../../tests/render';
import { mediaId, showOf } from '../../tests/shows';
import { firstDifference, noise } from '../../tests/tones';
import { RATE } from '../units';

const SOUND = mediaId(1000);

const renderAll = (show: Show, source: PcmSource, blocks?: readonly number[]) => renderShow(show, new Map([[SOUND, source]]), blocks);

const source = (seconds: number) => memorySource(noise(Math.round(seconds * RATE) * 2, 11), 2);

it('renders the same samples however the blocks are cut', () => {
  const part: fc.Arbitrary<Partial<BedPart>> = fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    gain: fc.double({ min: -20, max: 6, noNaN: true }),
    pins: fc.constantFrom(
      [],
      [
        { at: 0.1, gain: -3 },
        { at: 0.3, gain: -20 },
      ],
    ),
    spans: fc
      .array(
        fc.tuple(
          fc.double({ min: 0, max: 0.5, noNaN: true }),
          fc.double({ min: 0.1, max: 0.5, noNaN: true }),
          fc.double({ min: 0, max: 0.3, noNaN: true }),
        ),
        { minLength: 1, maxLength: 5 },
      )
      .map((list) => list.map(([from, length, join]) => ({ from, to: from + length, join }))),
    fadeUp: fc.record({ seconds: fc.double({ min: 0, max: 0.4, noNaN: true }), bend: fc.double({ min: -1, max: 1, noNaN: true }) }),
    fadeOut: fc.record({ seconds: fc.double({ min: 0, max: 0.4, noNaN: true }), bend: fc.double({ min: -1, max: 1, noNaN: true }) }),
  });
  const sound = source(1);
  fc.assert(
    fc.property(part, fc.array(fc.integer({ min: 1, max: 9000 }), { minLength: 1, maxLength: 6 }), (details, blocks) => {
      const show = showOf([0.7, 0.9], 1, details);
      expect(firstDifference(renderAll(show, sound, blocks), renderAll(show, sound))).toBe(-1);
    }),
    { numRuns: runs(25) },
  );
});

it('plays a whole sound untouched: the samples of the file', () => {
  const samples = noise(RATE * 2, 3);
  expect(firstDifference(renderAll(showOf([1], 1), memorySource(samples, 2)), samples)).toBe(-1);
});

it('lasts exactly as long as the pictures, and a click is where it was put', () => {
  const samples = new Float32Array(RATE * 2);
  samples[12_345 * 2] = 1;
  const out = renderAll(showOf([0.4, 1.6], 1, { at: 0.5 }), memorySource(samples, 2));
  expect(out.length).toBe(2 * RATE * 2);
  expect(out.findIndex((value) => value !== 0)).toBe((RATE / 2 + 12_345) * 2);
});

it('places mono by the −3 dB pan law and leaves stereo in the middle alone', () => {
  const mono = memorySource(new Float32Array(RATE).fill(0.5), 1);
  const show = showOf([1], 1);
  const panned = (pan: number) => renderAll({ ...show, lanes: show.lanes.map((lane) => ({ ...lane, pan })) }, mono);
  expect(20 * Math.log10(panned(0)[1000]! / 0.5)).toBeCloseTo(-3.01, 2);
  expect(panned(-1)[1000]).toBeCloseTo(0.5, 6);
  expect(panned(-1)[1001]).toBeCloseTo(0, 6);
  for (const pan of [-0.7, -0.2, 0.4, 1]) {
    const out = panned(pan);
    expect(out[1000]! ** 2 + out[1001]! ** 2).toBeCloseTo(0.25, 6);
  }
});

it('mutes, solos and scales lanes and the whole', () => {
  const show = showOf([1], 1);
  const loud = renderAll(show, source(1));
  const change = (lane: object) =>
    renderAll({ ...show, lanes: show.lanes.map((one) => (one.id === 'bed' ? { ...one, ...lane } : one)) }, source(1));
  expect(change({ mute: true }).every((value) => value === 0)).toBe(true);
  expect(firstDifference(change({ solo: true }), loud)).toBe(-1);
  expect(change({ gain: -6.0206 })[5000]).toBeCloseTo(loud[5000]! / 2, 5);
  const voiceSolo = { ...show, lanes: show.lanes.map((one) => ({ ...one, solo: one.id === 'voice' })) };
  expect(renderAll(voiceSolo, source(1)).every((value) => value === 0)).toBe(true);
});

describe('joins', () => {
  const repeated = (seconds: number, join: number) =>
    repeatPart(showOf([seconds], 4, { spans: [{ from: 1, to: 3, join: 0 }] }), {
      id: 'bed-1',
      end: seconds,
      join,
      ending: 'whole',
      fade: 0,
    });

  it('cross with equal power: squares add up to one, −3.01 dB each at the middle', () => {
    // The passage holds 1 in its first second and the same later: uncorrelated sides are told apart by channel.
    const samples = new Float32Array(4 * RATE * 2);
    for (let i = 0; i < 2 * RATE; i += 1) samples[i * 2] = 1; // what comes in sounds left
    for (let i = 2 * RATE; i < 4 * RATE; i += 1) samples[i * 2 + 1] = 1; // what goes out sounds right
    const out = renderAll(repeated(4, 0.1), memorySource(samples, 2));
    const seam = 2 * RATE;
    let worst = 0;
    for (let i = seam - 2300; i < seam + 2300; i += 1) worst = Math.max(worst, Math.abs(out[i * 2]! ** 2 + out[i * 2 + 1]! ** 2 - 1));
    expect(worst).toBeLessThan(1e-6);
    expect(20 * Math.log10(out[seam * 2]!)).toBeCloseTo(-3.01, 1);
    expect(20 * Math.log10(out[seam * 2 + 1]!)).toBeCloseTo(-3.01, 1);
  });
});

it('ends a bed that runs over without a click, and a stopped bed in silence', () => {
  const over = renderAll(showOf([0.5], 1), source(1));
  expect(Math.abs(over.at(-1)!)).toBeLessThan(0.02);
  const stopped = stopEarly(showOf([0.5], 1), { id: 'bed-1', end: 0.5, fade: 0.2 });
  const out = renderAll(stopped, source(1));
  expect(Math.abs(out.at(-1)!)).toBeLessThan(1e-3);
});
