import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { renderShow } from '../../tests/render';
import { mediaId, showOf } from '../../tests/shows';
import { firstDifference, noise, tones } from '../../tests/tones';
import { BED_LANE, soundKey, soundOfKey, type Show, type Treatment } from '../show';
import { setTreatments } from '../show/edits';
import { memorySource, type PcmSource } from '../sound';
import { RATE } from '../units';
import { Biquads, cooked, highPass, treatedSource } from '.';

const lowCut = (frequency: number, channels: 1 | 2) => new Biquads([highPass(frequency)], channels);

const cut = (frequency: number, on = true): Treatment => ({ kind: 'lowCut', on, frequency });

/** Gain of a processor at a frequency, dB: steady tones, after its run-in. */
function gainAt(frequency: number, hertz: number): number {
  const sound = tones([[-6, 2]], hertz);
  const out = new Float32Array(sound.length);
  lowCut(frequency, 2).process(sound, out, sound.length / 2);
  const power = (of: Float32Array) => of.subarray(of.length / 2).reduce((sum, value) => sum + value * value, 0);
  return 10 * Math.log10(power(out) / power(sound));
}

it('cuts 12 dB an octave: the response is that of a Butterworth high-pass of the second order by the bilinear transform', () => {
  for (const frequency of [40, 80, 200]) {
    expect(gainAt(frequency, frequency)).toBeCloseTo(-3.0103, 2);
    for (const hertz of [20, 50, 100, 400, 1000, 10_000]) {
      const share = Math.tan((Math.PI * frequency) / RATE) / Math.tan((Math.PI * hertz) / RATE);
      expect(gainAt(frequency, hertz)).toBeCloseTo(-10 * Math.log10(1 + share ** 4), 2);
    }
  }
  expect(gainAt(200, 25) - gainAt(200, 50)).toBeCloseTo(-12, 0);
});

it('does what ffmpeg’s highpass does', () => {
  const folder = mkdtempSync(join(tmpdir(), 'rainbed-treat-'));
  try {
    const sound = noise(RATE, 5).map((value) => value * 0.3);
    const path = join(folder, 'in.f32');
    writeFileSync(path, sound);
    // Width 0.7071 as a quality is Butterworth; two poles are 12 dB an octave.
    const raw = ['-f', 'f32le', '-ar', `${RATE}`, '-ac', '1'];
    const filter = 'highpass=f=80:poles=2:width_type=q:width=0.70710678:precision=f64';
    const { status, stderr } = spawnSync('ffmpeg', ['-v', 'error', ...raw, '-i', path, '-af', filter, ...raw, join(folder, 'out.f32')]);
    expect([status, String(stderr)]).toEqual([0, '']);
    const theirs = new Float32Array(new Uint8Array(readFileSync(join(folder, 'out.f32'))).buffer);
    const ours = new Float32Array(sound.length);
    lowCut(80, 1).process(sound, ours, sound.length);
    expect(theirs.length).toBe(ours.length);
    let apart = 0;
    for (let i = 0; i < ours.length; i += 1) apart = Math.max(apart, Math.abs(ours[i]! - theirs[i]!));
    expect(apart).toBeLessThan(2e-6);
  } finally {
    rmSync(folder, { recursive: true });
  }
});

it('is silent in silence, and no sound however loud makes it ring without end', () => {
  const click = new Float32Array(RATE * 2);
  click[0] = 1;
  const out = new Float32Array(click.length);
  const processor = lowCut(40, 1);
  processor.process(new Float32Array(RATE), out, RATE);
  expect(out.every((value) => value === 0)).toBe(true);
  processor.process(click, out, click.length);
  expect(out.subarray(processor.tail).every((value) => Math.abs(value) < 1e-7)).toBe(true);
  processor.reset();
  const loud = tones([[0, 1]], 40);
  processor.process(loud, loud, loud.length);
  expect(loud.every((value) => Math.abs(value) < 3)).toBe(true);
});

it('gives the same samples in whatever order and size it is read, those of one pass from end to end', () => {
  const sound = noise(90_000 * 2, 9);
  const whole = new Float32Array(sound.length);
  lowCut(60, 2).process(sound, whole, 90_000);
  const inOne = new Float32Array(sound.length);
  const make = (channels: 1 | 2) => lowCut(60, channels);
  treatedSource(memorySource(sound, 2), make).read(0, 90_000, inOne);
  expect(inOne.every((value, i) => Math.abs(value - whole[i]!) < 1e-6)).toBe(true);
  const read = fc.tuple(fc.integer({ min: -500, max: 91_000 }), fc.integer({ min: 1, max: 40_000 }));
  fc.assert(
    fc.property(fc.array(read, { minLength: 1, maxLength: 12 }), (reads) => {
      const source = treatedSource(memorySource(sound, 2), make);
      for (const [first, count] of reads) {
        const piece = new Float32Array(count * 2);
        source.read(first, count, piece);
        const low = Math.max(0, first);
        const high = Math.min(90_000, first + count);
        if (high <= low) continue;
        const same = piece.subarray((low - first) * 2, (high - first) * 2);
        expect(firstDifference(same, inOne.subarray(low * 2, high * 2))).toBe(-1);
      }
    }),
    { numRuns: 30 },
  );
});

/** A piece that is all rumble. */
const song = memorySource(tones([[-6, 12]], 45), 2);
const power = (sound: Float32Array) => sound.reduce((sum, value) => sum + value * value, 0);

/** The sounds of a show whose one piece is `song`. */
const sourcesOf = (show: Show): Map<string, PcmSource> =>
  new Map(
    show.parts.map((part) => {
      const { recipe } = soundOfKey(soundKey(part));
      return [soundKey(part), recipe ? cooked(song, recipe) : song];
    }),
  );

it('treats a part, a lane, or both, the same samples however blocks are cut; switched off or taken away it leaves all as it was', () => {
  const show = showOf([10], 12, { at: 0.5, fadeUp: { seconds: 2, bend: 0.3 } });
  const { id } = show.parts[0]!;
  const plain = renderShow(show, sourcesOf(show));
  const part = setTreatments(show, { of: { parts: [id] }, chain: [cut(150)] });
  const lane = setTreatments(show, { of: { lane: BED_LANE }, chain: [cut(150)] });
  const both = setTreatments(part, { of: { lane: BED_LANE }, chain: [cut(150), cut(90)] });
  for (const treated of [part, lane, both]) {
    const whole = renderShow(treated, sourcesOf(treated));
    expect(firstDifference(renderShow(treated, sourcesOf(treated), [1, 777, 40_000, 4096]), whole)).toBe(-1);
    expect(power(whole)).toBeLessThan(power(plain) / 30);
  }
  const off = setTreatments(lane, { of: { lane: BED_LANE }, chain: [cut(150, false)] });
  const away = setTreatments(part, { of: { parts: [id] }, chain: [] });
  for (const one of [off, away]) expect(firstDifference(renderShow(one, sourcesOf(one)), plain)).toBe(-1);
});

it('rings on behind a part where the lane is treated, and its levels, fades and mutes are as without', () => {
  const show = setTreatments(showOf([10], 4, { at: 1 }), { of: { lane: BED_LANE }, chain: [cut(40)] });
  const steady = new Map([[mediaId(1000), memorySource(new Float32Array(4 * RATE * 2).fill(0.5), 2)]]);
  const out = renderShow(show, steady);
  // A step of the level leaves a swing behind that dies away: nothing stays.
  expect(Math.abs(out[(5 * RATE + 200) * 2]!)).toBeGreaterThan(1e-3);
  expect(Math.abs(out[6 * RATE * 2]!)).toBeLessThan(1e-6);
  expect(firstDifference(out.subarray(0, RATE * 2 - 600), new Float32Array(RATE * 2 - 600))).toBe(-1);
});
