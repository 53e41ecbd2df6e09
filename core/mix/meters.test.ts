import { spawnSync } from 'node:child_process';
import { mediaId, showOf } from '../../tests/shows';
import { noise, tones } from '../../tests/tones';
import { LoudnessMeter, memorySource } from '../sound';
import { RATE, decibelsOfGain } from '../units';
import { METER_STEP, Meters, Mixer, meterReading, planShow, relevelled } from '.';
import { setLane, setMaster, setMasterGain, setTreatments } from '../show/edits';
import { BED_LANE, newTreatment } from '../show';
import { firstDifference } from '../../tests/tones';

const WIDTH = 6;

/** All readings of a sound as the whole and as its one lane, pushed in blocks of the given sizes in turn. */
function readings(sound: Float32Array, blocks: readonly number[] = [24_000], first = 0) {
  const frames = sound.length / 2;
  const meters = new Meters(1, frames);
  meters.begin(first);
  const found = new Map<number, ReturnType<typeof meterReading>>();
  for (let at = first, turn = 0; at < frames; turn += 1) {
    const size = Math.min(blocks[turn % blocks.length]!, frames - at);
    const block = sound.subarray(at * 2, (at + size) * 2);
    const { step, rows } = meters.push(at, size, [block], block);
    for (let i = 0; i * WIDTH < rows.length; i += 1) found.set(step + i, meterReading(rows.subarray(i * WIDTH, (i + 1) * WIDTH)));
    at += size;
  }
  return found;
}

it('reads −20.0 for a stereo 997 Hz sine at −20 dBFS: peak, momentary, short-term, so far (BS.1770-4)', () => {
  const found = readings(tones([[-20, 5]], 997));
  const last = found.get(5 * 30 - 1)!;
  for (const value of [last.whole.loudness, last.whole.short, last.whole.soFar, last.lanes[0]!.loudness])
    expect(Math.abs(value + 20)).toBeLessThan(0.1);
  expect(Math.abs(decibelsOfGain(last.whole.peak) + 20)).toBeLessThan(0.1);
  expect(Math.abs(decibelsOfGain(last.lanes[0]!.peak) + 20)).toBeLessThan(0.1);
  expect(found.size).toBe(150);
});

it('reads the same however blocks are cut; a peak between samples of the whole is found (EBU Tech 3341, fs/4 at 45°)', () => {
  const sound = noise(RATE * 4, 3).map((value, i) => value * (i < RATE * 4 ? 0.3 : 0.05));
  expect(readings(sound, [1600])).toEqual(readings(sound, [1600, 4800, 24_000]));
  const [a, b] = [readings(sound, [700, 4096, 13]).get(50)!, readings(sound).get(50)!];
  expect(a.whole.loudness).toBeCloseTo(b.whole.loudness, 4);
  const quarter = tones([[-6, 1]], RATE / 4, Math.PI / 4);
  const peak = readings(quarter).get(20)!;
  expect(decibelsOfGain(peak.whole.peak)).toBeCloseTo(-6, 1);
  expect(decibelsOfGain(peak.lanes[0]!.peak)).toBeLessThan(-8.9);
});

it('so far is the gated loudness of what was played, as the whole show’s is of all of it; where playing begins later it begins there', () => {
  const sound = tones([
    [-30, 4],
    [-20, 6],
    [-60, 3],
    [-26, 5],
  ]);
  const meter = new LoudnessMeter(2);
  meter.push(sound, sound.length / 2);
  // It is looked at twice a second: half a second more or less is left out.
  expect(Math.abs(readings(sound).get(18 * 30 - 1)!.whole.soFar - meter.finish().integrated!)).toBeLessThan(0.1);
  expect(readings(sound, [24_000], 13 * RATE).get(18 * 30 - 1)!.whole.soFar).toBeCloseTo(-26, 1);
});

it('goes on with what was measured where a block is mixed anew', () => {
  const sound = tones([[-20, 4]], 997);
  const meters = new Meters(1, sound.length / 2);
  const push = (first: number, frames: number) => {
    const block = sound.subarray(first * 2, (first + frames) * 2);
    const { rows } = meters.push(first, frames, [block], block);
    return meterReading(rows.subarray(rows.length - WIDTH)).whole.loudness;
  };
  meters.begin(0);
  push(0, 3 * RATE);
  expect(push(RATE + METER_STEP / 2, METER_STEP * 2 + METER_STEP / 2)).toBeCloseTo(-20, 1);
});

describe('the mixer with its lanes apart', () => {
  const show = showOf([6], 6);
  const sources = new Map([
    [
      mediaId(1000),
      memorySource(
        noise(6 * RATE * 2, 4).map((value) => value * 0.5),
        2,
      ),
    ],
  ]);
  const rendered = (mixer: Mixer, apart: Float32Array[] = []) => {
    const out = new Float32Array(6 * RATE * 2);
    mixer.renderApart(0, 6 * RATE, out, apart);
    return out;
  };

  it('gives the same whole as without, held or not, and the lanes add up to it', () => {
    for (const ceiling of [null, -9]) {
      const of = setMaster(show, { gain: 3, ceiling });
      const plain = new Float32Array(6 * RATE * 2);
      new Mixer(planShow(of), sources).render(0, 6 * RATE, plain);
      const apart = [new Float32Array(plain.length)];
      expect(firstDifference(rendered(new Mixer(planShow(of), sources), apart), plain)).toBe(-1);
      if (ceiling === null) expect(firstDifference(apart[0]!, plain)).toBe(-1);
    }
  });

  it('takes other levels as if it had been planned with them, and goes on with what a treated lane had worked out', () => {
    const treated = setTreatments(setMaster(show, { gain: 0, ceiling: -6 }), { of: { lane: BED_LANE }, chain: [newTreatment('tone')] });
    const mixer = new Mixer(planShow(treated), sources);
    rendered(mixer);
    const louder = setMasterGain(setLane(treated, { id: BED_LANE, change: { gain: 9, pan: -0.5 } }), { gain: -3 });
    mixer.relevel(relevelled(planShow(treated), louder));
    const wanted = rendered(new Mixer(planShow(louder), sources));
    expect(firstDifference(rendered(mixer), wanted)).toBe(-1);
    expect(firstDifference(rendered(new Mixer(planShow(louder), sources, mixer)), wanted)).toBe(-1);
  });

  it('makes a lane up to 12 dB louder, and silent at the bottom', () => {
    const power = (of: Float32Array) => of.reduce((sum, value) => sum + value * value, 0);
    const at = (gain: number) => power(rendered(new Mixer(planShow(setLane(show, { id: BED_LANE, change: { gain } })), sources)));
    expect(10 * Math.log10(at(12) / at(0))).toBeCloseTo(12, 3);
    expect(at(20)).toBe(at(12));
    expect(at(-60)).toBe(0);
  });
});

it('agrees with ffmpeg’s ebur128 on what is momentary', () => {
  const sound = noise(RATE * 6, 8).map((value, i) => value * 0.2 * (1 + Math.sin(i / 90_000)));
  const { stderr, status } = spawnSync(
    'ffmpeg',
    [
      '-nostdin',
      '-v',
      'verbose',
      '-f',
      'f32le',
      '-ar',
      `${RATE}`,
      '-ac',
      '2',
      '-i',
      '-',
      '-af',
      'ebur128=framelog=verbose',
      '-f',
      'null',
      '-',
    ],
    { input: Buffer.from(sound.buffer), maxBuffer: 1 << 26 },
  );
  expect(status).toBe(0);
  const theirs = new Map(
    [...String(stderr).matchAll(/t:\s*([\d.]+)\s.*?M:\s*(-?[\d.]+)/g)].map(([, t, m]) => [Math.round(Number(t) * 10), Number(m)]),
  );
  const ours = readings(sound);
  let compared = 0;
  for (let tenth = 6; tenth < 28; tenth += 1) {
    const momentary = theirs.get(tenth);
    if (momentary === undefined) continue;
    compared += 1;
    expect(Math.abs(ours.get(tenth * 3 - 1)!.whole.loudness - momentary)).toBeLessThan(0.15);
  }
  expect(compared).toBeGreaterThan(15);
});
