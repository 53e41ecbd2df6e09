import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { WavReader, memoryBytes } from '../core/files';
import { understood, type Heard } from '../core/level';
import { Mixer, stemsOf, type Plan } from '../core/mix';
import { FIRST_LANES, newShow, type Card, type Show, type Stretch } from '../core/show';
import { newPart, setDips } from '../core/show/edits';
import { POWER_HOP, PowerMeter, memorySource, resampledSource, type PcmSource } from '../core/sound';
import { IMPORTANCE, profileOf, thirdsOf } from '../core/speech';
import { renderPlan, soundsFor } from '../tests/render';
import { mediaId, soundMedia } from '../tests/shows';
import { RATE, framesOf } from '../core/units';
import { musicFile } from './music/perform';

/** The demo's music and the narrations of its first half, where the demo lays them. */
const SPOKEN = [
  ['1-puddle', 2.5],
  ['2-plan', 27.5],
] as const;
const HALF = 48;

function sourceOf(bytes: Uint8Array): PcmSource {
  const reader = new WavReader(memoryBytes(bytes));
  const { frames, channels, rate } = reader.header;
  const planes = Array.from({ length: channels }, () => new Float32Array(frames));
  reader.read(0, frames, planes);
  const sound = new Float32Array(frames * channels);
  for (const [c, plane] of planes.entries()) for (let i = 0; i < frames; i += 1) sound[i * channels + c] = plane[i]!;
  const source = memorySource(sound, channels as 1 | 2);
  if (rate === RATE) return source;
  // Once, and not each time that it is mixed.
  const length = Math.round((frames * RATE) / rate);
  const mixed = new Float32Array(length * channels);
  resampledSource(source, rate / RATE, length).read(0, length, mixed);
  return memorySource(mixed, channels as 1 | 2);
}

const sources = new Map<string, PcmSource>([
  [mediaId(1), sourceOf(musicFile())],
  ...SPOKEN.map(
    ([name], i) => [mediaId(i + 2), sourceOf(new Uint8Array(readFileSync(join(__dirname, 'narration', `${name}.wav`))))] as const,
  ),
]);
// The depth is given: only the voices are listened to.
const heard: Heard = new Map([...sources].slice(1).map(([id, source]) => [id, profileOf(source)]));

function demo(): Show {
  const media = [...sources].map(([id, { frames }]) => ({ ...soundMedia(1, frames / RATE), id }));
  const show = newShow('demo', 'Demo');
  const card: Card = { id: 'card', kind: 'card', colour: '#102030', words: '', hold: HALF, dissolve: 0 };
  const parts = media.map((one, i) => ({
    ...newPart(`p${i}`, i === 0 ? FIRST_LANES.bed : FIRST_LANES.voice, one),
    at: i === 0 ? 0 : SPOKEN[i - 1]![1],
  }));
  return { ...show, pictures: [card], media: Object.fromEntries(media.map((one) => [one.id, one])), parts };
}

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

/** Where somebody speaks, and what sounds beside it with such dips. */
const stems = (gain: number, band: number) => stemsOf(setDips(demo(), { change: { depth: { by: 'fixed', gain }, band } }), heard);

/** Mean power of a plan in each third of an octave where somebody speaks; nothing else of it is mixed. */
function thirdsWhereSaid(plan: Plan, said: readonly Stretch[]): Float64Array {
  const mixer = new Mixer(plan, soundsFor(plan, sources));
  const sum = new Float64Array(IMPORTANCE.length);
  for (const { from, to } of said.filter((one) => one.to - one.from > 0.5)) {
    const [first, frames] = [framesOf(from), framesOf(to - from)];
    const sound = new Float32Array(frames * 2);
    mixer.render(first, frames, sound);
    thirdsOf(sound, 2).forEach((one, i) => (sum[i]! += one * (to - from)));
  }
  return sum;
}

const spoken = thirdsWhereSaid(stems(0, 0).voice, stems(0, 0).said);

/** How well the voice is understood beside the bed with such dips. */
function clear(gain: number, band: number): number {
  const { rest, said } = stems(gain, band);
  return understood(spoken, thirdsWhereSaid(rest, said));
}

it('making room by band costs the bed at most half as much as by level, at the same clearness of the voice', () => {
  const level = clear(-12, 0);
  expect(level).toBeGreaterThan(clear(0, 0) + 0.1);
  // As deep as it takes in the band alone for the voice to be as clear.
  const band = [-12, -13, -14, -15, -16, -18, -20].find((gain) => clear(gain, 1) >= level);
  expect(band).toBeDefined();
  const loud = (gain: number, share: number) => momentary(renderPlan(stems(gain, share).rest, sources));
  const none = loud(0, 0);
  const lost = (those: readonly number[]) => none.reduce((sum, one, i) => sum + one - those[i]!, 0) / none.length;
  expect(lost(loud(band!, 1))).toBeLessThanOrEqual(lost(loud(-12, 0)) / 2);
});
