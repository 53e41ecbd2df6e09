import { noise } from '../../tests/tones';
import { memorySource, type PcmSource } from '../sound';
import { RATE } from '../units';
import { cooked } from './recipe';

const source = memorySource(noise(RATE * 4, 5), 2);
const read = (sound: PcmSource, first = 0, count = sound.frames) => {
  const out = new Float32Array(count * sound.channels);
  sound.read(first, count, out);
  return out;
};
const split = (sound: PcmSource, part: 'band' | 'rest') => cooked(sound, { speed: 1, treatments: [], split: part });
/** Level of a tone in what is left of it, dB. */
const left = (hertz: number, part: 'band' | 'rest') => {
  const tone = memorySource(
    Float32Array.from({ length: RATE }, (_, i) => Math.sin((2 * Math.PI * hertz * i) / RATE)),
    1,
  );
  const middle = read(split(tone, part), RATE / 4, RATE / 2);
  return 10 * Math.log10((2 * middle.reduce((sum, value) => sum + value * value, 0)) / middle.length + 1e-12);
};

it('takes the band of speech and the rest apart: added they are the sound itself', () => {
  const [whole, band, rest] = [read(source), read(split(source, 'band')), read(split(source, 'rest'))];
  let worst = 0;
  for (let i = 0; i < whole.length; i += 1) worst = Math.max(worst, Math.abs(whole[i]! - band[i]! - rest[i]!));
  expect(worst).toBeLessThan(1e-6);
});

it.each([
  [60, false],
  [150, false],
  [500, true],
  [1000, true],
  [4000, true],
  [6500, false],
  [12_000, false],
])('%d Hz is in the band: %s', (hertz, inside) => {
  expect(left(hertz, inside ? 'band' : 'rest')).toBeGreaterThan(-0.1);
  expect(left(hertz, inside ? 'rest' : 'band')).toBeLessThan(-40);
});

it('gives the same samples in whatever pieces they are read', () => {
  const whole = read(split(source, 'band'));
  const again = split(source, 'band');
  for (const [first, count] of [
    [50_000, 700],
    [0, 5000],
    [4097, 20_000],
  ] as const) {
    expect(Buffer.from(read(again, first, count).buffer).equals(Buffer.from(whole.slice(first * 2, (first + count) * 2).buffer))).toBe(
      true,
    );
  }
});
