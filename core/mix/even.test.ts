import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { narration, withNarrations } from '../../tests/heard';
import { renderShow } from '../../tests/render';
import { showOf } from '../../tests/shows';
import { SPEAKERS, spoken } from '../../tests/speakers';
import { noise } from '../../tests/tones';
import { VOICE_LANE, newTreatment, partsOn, type Show } from '../show';
import { setLane, setLevels, setTreatments } from '../show/edits';
import { LoudnessMeter, memorySource, type PcmSource } from '../sound';
import { cooked } from '../treat';
import { soundOfKey, playedKey } from '../show';
import { RATE, framesOf } from '../units';
import { Mixer, evenedTo, levelsOf, loudest, middleLoudness, planAlone, type Measured } from '.';

/** Loudness by ffmpeg's `ebur128`, LUFS. */
function byFfmpeg(sound: Float32Array): number {
  const folder = mkdtempSync(join(tmpdir(), 'rainbed-even-'));
  try {
    writeFileSync(join(folder, 'x.f32'), sound);
    const { stderr } = spawnSync(
      'ffmpeg',
      [
        '-nostdin',
        '-hide_banner',
        '-f',
        'f32le',
        '-ar',
        `${RATE}`,
        '-ac',
        '2',
        '-i',
        join(folder, 'x.f32'),
        '-af',
        'ebur128',
        '-f',
        'null',
        '-',
      ],
      { encoding: 'utf8' },
    );
    return Number([...stderr.matchAll(/I:\s+(-[\d.]+) LUFS/g)].at(-1)![1]);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Three narrations of different voices and levels, one of them treated; each over 3 s. */
const voices = SPEAKERS.slice(0, 3).map((speaker, i) => spoken(speaker, [0.1, 0.3], [0.02, 0.1, 0.6][i]).sound);
const said = voices.map((sound, i) => narration(10 + i, sound.length / RATE, 1 + i * 12));
const bare = withNarrations(showOf([50]), ...said);
const show = setTreatments(bare, { of: { parts: ['say-11'] }, chain: [newTreatment('steady')] });

const sourcesOf = (of: Show): Map<string, PcmSource> =>
  new Map(
    of.parts.map((part) => {
      const key = playedKey(of, part);
      const { media, recipe } = soundOfKey(key);
      const source = memorySource(voices[said.findIndex((one) => one.media.id === media)]!, 1);
      return [key, recipe ? cooked(source, recipe) : source];
    }),
  );

const measuredIn = (of: Show): Measured[] =>
  partsOn(of, 'voice').map((part) => {
    const plan = planAlone(of, part);
    const out = new Float32Array(plan.frames * 2);
    new Mixer(plan, sourcesOf(of)).render(0, plan.frames, out);
    const meter = new LoudnessMeter(2);
    meter.push(out, plan.frames);
    const { integrated, truePeak } = meter.finish();
    return { part, loudness: integrated, truePeak };
  });

it('brings narrations to one loudness: afterwards they measure within 0.5 LU of each other, by ffmpeg’s ebur128', () => {
  const measured = measuredIn(show);
  const loudness = middleLoudness(measured)!;
  const even = setLevels(show, { levels: levelsOf(show, evenedTo(measured, loudness)), as: 'even' });
  const whole = renderShow(even, sourcesOf(even));
  const readings = partsOn(even, 'voice').map((part) => {
    const from = framesOf(part.at);
    return byFfmpeg(whole.subarray(from * 2, (from + framesOf(part.spans[0]!.to)) * 2));
  });
  expect(Math.max(...readings) - Math.min(...readings)).toBeLessThan(0.5);
  // They were far apart before, and the level of their lane is no part of it: it stays the balance of all.
  expect(Math.max(...measured.map((one) => one.loudness!)) - Math.min(...measured.map((one) => one.loudness!))).toBeGreaterThan(6);
  const quieter = setLane(show, { id: VOICE_LANE, change: { gain: -9 } });
  measuredIn(quieter).forEach((one, i) => expect(one.loudness).toBeCloseTo(measured[i]!.loudness!, 6));
});

it('makes a part as loud as its peaks allow: its true peak at the ceiling', () => {
  const measured = measuredIn(show);
  const loud = setLevels(show, { levels: levelsOf(show, loudest(measured, -1)), as: 'loud' });
  for (const { truePeak } of measuredIn(loud)) expect(truePeak).toBeCloseTo(-1, 2);
});

it('takes the middle of what was measured, and leaves alone what could not be', () => {
  const [a, b, c] = measuredIn(show) as [Measured, Measured, Measured];
  const silent = { ...c, loudness: null, truePeak: null };
  expect(middleLoudness([a, b, c])).toBe([a, b, c].map((one) => one.loudness!).sort((x, y) => x - y)[1]);
  expect(middleLoudness([silent])).toBeNull();
  expect(evenedTo([a, silent], -20)).toHaveLength(1);
  expect(loudest([silent], -1)).toHaveLength(0);
  // Further than a level goes it is said how loud it gets.
  const faint = { ...a, loudness: -90, part: { ...a.part, gain: 0 } };
  expect(evenedTo([faint], -20)[0]).toMatchObject({ to: 40, then: -50 });
});

it('is the same sound that the show plays, but for what lies around it', () => {
  const source = memorySource(noise(RATE * 4), 1);
  const one = narration(10, 4, 2);
  const of = withNarrations(showOf([10]), one);
  const alone = new Float32Array(4 * RATE * 2);
  new Mixer(planAlone(of, one.part), new Map([[one.media.id, source]])).render(0, 4 * RATE, alone);
  const whole = renderShow(of, new Map([[one.media.id, source]]));
  expect(alone.every((value, i) => value === whole[2 * RATE * 2 + i])).toBe(true);
});
