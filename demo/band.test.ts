import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { WavReader, memoryBytes } from '../core/files';
import { understood, type Heard } from '../core/level';
import { stemsOf, type Plan } from '../core/mix';
import { FIRST_LANES, newShow, type Card, type Show } from '../core/show';
import { newPart, setDips } from '../core/show/edits';
import { POWER_HOP, PowerMeter, memorySource, resampledSource, type PcmSource } from '../core/sound';
import { IMPORTANCE, profileOf, thirdsOf } from '../core/speech';
import { renderPlan } from '../tests/render';
import { mediaId, soundMedia } from '../tests/shows';
import { RATE } from '../core/units';
import { musicFile } from './music/perform';

/** The demo's music and its narrations, where the demo lays them. */
const SPOKEN = [
  ['1-puddle', 2.5],
  ['2-plan', 27.5],
  ['3-dig', 53],
  ['4-rain', 81],
] as const;

function sourceOf(bytes: Uint8Array): PcmSource {
  const reader = new WavReader(memoryBytes(bytes));
  const { frames, channels, rate } = reader.header;
  const planes = Array.from({ length: channels }, () => new Float32Array(frames));
  reader.read(0, frames, planes);
  const sound = new Float32Array(frames * channels);
  for (const [c, plane] of planes.entries()) for (let i = 0; i < frames; i += 1) sound[i * channels + c] = plane[i]!;
  const source = memorySource(sound, channels as 1 | 2);
  return rate === RATE ? source : resampledSource(source, rate / RATE, Math.round((frames * RATE) / rate));
}

const sources = new Map<string, PcmSource>([
  [mediaId(1), sourceOf(musicFile())],
  ...SPOKEN.map(
    ([name], i) => [mediaId(i + 2), sourceOf(new Uint8Array(readFileSync(join(__dirname, 'narration', `${name}.wav`))))] as const,
  ),
]);
const heard: Heard = new Map([...sources].map(([id, source]) => [id, profileOf(source)]));

function demo(): Show {
  const media = [...sources].map(([id, { frames }]) => ({ ...soundMedia(1, frames / RATE), id }));
  const show = newShow('demo', 'Demo');
  const card: Card = { id: 'card', kind: 'card', colour: '#102030', words: '', hold: 96, dissolve: 0 };
  const parts = media.map((one, i) => ({
    ...newPart(`p${i}`, i === 0 ? FIRST_LANES.bed : FIRST_LANES.voice, one),
    at: i === 0 ? 0 : SPOKEN[i - 1]![1],
  }));
  return { ...show, pictures: [card], media: Object.fromEntries(media.map((one) => [one.id, one])), parts };
}

const render = (plan: Plan): Float32Array => renderPlan(plan, sources);

/** Loudness every 400 ms, LUFS, where anything sounds. */
function momentary(sound: Float32Array): number[] {
  const meter = new PowerMeter(2, sound.length / 2);
  meter.push(sound, sound.length / 2);
  const power = meter.finish();
  const steps = Math.round((0.4 * RATE) / POWER_HOP);
  const found: number[] = [];
  for (let i = 0; i + steps <= power.length; i += steps) {
    found.push(-0.691 + 10 * Math.log10(power.subarray(i, i + steps).reduce((sum, one) => sum + one, 0) / steps + 1e-12));
  }
  return found;
}

/** The bed with such dips: how loud it is over the whole show, and how well the voice is understood beside it where somebody speaks. */
function measured(change: { gain: number; band: number }): { readonly loud: readonly number[]; readonly clear: number } {
  const { voice, rest, said } = stemsOf(
    setDips(demo(), { change: { depth: { by: 'fixed', gain: change.gain }, band: change.band } }),
    heard,
  );
  const [spoken, bed] = [render(voice), render(rest)];
  const where = said.filter(({ from, to }) => to - from > 0.5);
  const thirds = (sound: Float32Array) => {
    const sum = new Float64Array(IMPORTANCE.length);
    for (const { from, to } of where)
      thirdsOf(sound.subarray(Math.round(from * RATE) * 2, Math.round(to * RATE) * 2), 2).forEach(
        (one, i) => (sum[i]! += one * (to - from)),
      );
    return sum;
  };
  return { loud: momentary(bed), clear: understood(thirds(spoken), thirds(bed)) };
}

it('making room by band costs the bed at most half as much as by level, at the same clearness of the voice', () => {
  const none = measured({ gain: 0, band: 0 });
  const level = measured({ gain: -12, band: 0 });
  expect(level.clear).toBeGreaterThan(none.clear + 0.1);
  // As deep as it takes in the band alone for the voice to be as clear.
  const band = [-12, -13, -14, -15, -16, -18, -20].map((gain) => measured({ gain, band: 1 })).find(({ clear }) => clear >= level.clear);
  expect(band).toBeDefined();
  const lost = ({ loud }: { readonly loud: readonly number[] }) =>
    none.loud.reduce((sum, one, i) => sum + one - loud[i]!, 0) / none.loud.length;
  expect(lost(band!)).toBeLessThanOrEqual(lost(level) / 2);
});
