import { join } from 'node:path';
import { soundSource } from '../cli/files';
import { FIRST_WISH, startFitting, weaveAnswer, type Answer } from '../core/fit';
import { downbeatsOf, listenTo, type Listened } from '../core/music';
import { profileOf } from '../core/speech';
import { memorySource, type PcmSource } from '../core/sound';
import { RATE, framesOf } from '../core/units';
import { median, table, timed, type Figure } from './figure';
import { nudgeFigures } from './nudge';
import { PIECES, SHARES } from './pieces';
import { filesBelow, mixed, unpacked } from './packages';

/**
 * `npm run bench -- --music`: recorded music and recorded voices from Debian's packages (free licences, see their copyright files), none of which
 * was made for this. What is said of a splice is our own measure (core/fit/proof.ts).
 */

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** Bands that played to a click: tempo, and when its first beat comes. */
const BANDS = [
  ['fretsonfire-songs-sectoid', 'War of freedom', 140, 0.025],
  ['fretsonfire-songs-sectoid', 'Metal madness', 150, 0.025],
  ['fretsonfire-songs-muldjord', 'chaos_god', 170, 0],
  ['fretsonfire-songs-muldjord', 'mutilated_mime', 180, 0],
] as const;

/** Every weave of a piece: how its splices hide, how often a passage comes, how long it took. */
function fitted(path: string): { answers: Answer[]; hear: number; prepare: number; solve: number; minutes: number } {
  const opened = soundSource(path);
  try {
    const { source } = opened;
    let listened: Listened | null = null;
    const hear = timed(() => (listened = listenTo(source)));
    const { hearing, texture } = listened!;
    const seconds = source.frames / RATE;
    let fitting: ReturnType<typeof startFitting> | null = null;
    const prepare = timed(() => (fitting = startFitting(hearing, source, { from: 0, to: seconds }, texture)).web(FIRST_WISH));
    const answers: Answer[] = [];
    const times = SHARES.map((share) =>
      timed(() => {
        const one = weaveAnswer(fitting!, seconds * share, { ...FIRST_WISH, near: 0.1 });
        if (one) answers.push(one);
      }),
    );
    return { answers, hear, prepare, solve: median(times), minutes: seconds / 60 };
  } finally {
    opened.close();
  }
}

function fitFigures(): Figure[] {
  const all = PIECES.map(([name, file]) => fitted(filesBelow(unpacked(name), file)[0]!));
  const answers = all.flatMap((one) => one.answers);
  const splices = answers.flatMap((one) => one.splices);
  return [
    { name: `Recorded music: weaves found, of ${PIECES.length * SHARES.length}`, value: answers.length, unit: '' },
    {
      name: 'Splices of which nothing is heard',
      value: (100 * splices.filter(({ quality }) => quality >= 0.7).length) / splices.length,
      unit: '%',
      wanted: { least: 85 },
    },
    {
      name: 'Weaves of which nothing is heard',
      value: (100 * answers.filter(({ hiding }) => hiding === 'hidden').length) / answers.length,
      unit: '%',
      wanted: { least: 60 },
    },
    { name: 'Splices a weave', value: splices.length / answers.length, unit: '' },
    {
      name: 'Hearing three minutes',
      value: median(all.map(({ hear, minutes }) => (hear / minutes) * 3)),
      unit: 's',
      wanted: { most: 1.5 },
    },
    { name: 'Getting a piece ready, a minute of it', value: median(all.map(({ prepare, minutes }) => prepare / minutes)), unit: 's' },
    { name: 'A weave of a new length, its splices made and listened to', value: median(all.map(({ solve }) => solve)) * 1000, unit: 'ms' },
  ];
}

const near = (at: number, list: readonly number[]) => list.some((other) => Math.abs(at - other) <= 0.07);
const fMeasure = (found: readonly number[], truth: readonly number[]) =>
  (2 * found.filter((at) => near(at, truth)).length) / (found.length + truth.length || 1);

function bandFigures(): Figure[] {
  const scores = BANDS.map(([name, song, tempo, first]) => {
    const folder = filesBelow(unpacked(name), join(song, 'song.ogg'))[0]!.replace(/song\.ogg$/, '');
    const opened = soundSource(mixed([join(folder, 'song.ogg'), join(folder, 'guitar.ogg')], song.replaceAll(' ', '-')));
    const { hearing } = listenTo(opened.source);
    opened.close();
    const { from, to } = hearing.ending.sounding;
    const beats = Array.from({ length: Math.floor(((to - first) * tempo) / 60) }, (_, i) => first + (i * 60) / tempo).filter(
      (at) => at >= from,
    );
    const downs = beats.filter((at) => Math.round(((at - first) * tempo) / 60) % 4 === 0);
    return {
      tempo: Math.abs((hearing.pulse.tempo ?? 0) / tempo - 1) <= 0.04,
      beats: fMeasure(hearing.steady ? hearing.moments : [], beats),
      downs: fMeasure(downbeatsOf(hearing), downs),
    };
  });
  return [
    { name: 'Bands to a click: tempo right', value: (100 * scores.filter(({ tempo }) => tempo).length) / scores.length, unit: '%' },
    { name: 'Their beats, F-measure at 70 ms', value: mean(scores.map(({ beats }) => beats)), unit: '', wanted: { least: 0.75 } },
    { name: 'Their downbeats', value: mean(scores.map(({ downs }) => downs)), unit: '', wanted: { least: 0.5 } },
  ];
}

const VOICES = ['asterisk-core-sounds-it-g722', 'asterisk-core-sounds-es-g722', 'asterisk-core-sounds-ru-g722'] as const;
const PROMPTS = 10;
const PAUSE = 1.2;

/** A sound file as one channel in memory. */
function mono(path: string): Float32Array {
  const opened = soundSource(path);
  const { source } = opened;
  const page = new Float32Array(source.frames * source.channels);
  source.read(0, source.frames, page);
  opened.close();
  return Float32Array.from({ length: source.frames }, (_, i) => page[i * source.channels]!);
}

/**
 * What of a prompt can be heard: from the first to the last 10 ms that are less than 45 dB under its loudest, or 10 dB above what is always there.
 * Null where that is in doubt: it is cut off within a sound, or too much is always there.
 */
function sounding(sound: Float32Array): Float32Array | null {
  const step = RATE / 100;
  const power = Array.from({ length: Math.floor(sound.length / step) }, (_, i) =>
    mean([...sound.subarray(i * step, (i + 1) * step)].map((x) => x * x)),
  );
  const top = Math.max(...power);
  const level = power.map((one) => 10 * Math.log10(one / top + 1e-9));
  const ground = Math.min(median(level.slice(0, 4)), median(level.slice(-4)));
  const limit = Math.max(-45, ground + 10);
  if (limit > -38 || Math.max(level[0]!, level.at(-1)!) > -38) return null;
  const first = level.findIndex((one) => one > limit);
  const last = level.length - 1 - [...level].reverse().findIndex((one) => one > limit);
  return sound.subarray(first * step, (last + 1) * step);
}

interface Said {
  readonly sound: Float32Array;
  readonly truth: readonly { readonly from: number; readonly to: number }[];
}

function said(name: string): Said {
  const prompts = filesBelow(unpacked(name), '.g722')
    .filter((_, i) => i % 11 === 3)
    .map((path) => sounding(mono(path)))
    .filter((one): one is Float32Array => one !== null && one.length > RATE * 0.8 && one.length < RATE * 6)
    .slice(0, PROMPTS);
  const sound = new Float32Array(framesOf(prompts.reduce((sum, one) => sum + one.length / RATE + PAUSE, PAUSE)));
  const truth: { from: number; to: number }[] = [];
  let at = framesOf(PAUSE);
  for (const one of prompts) {
    sound.set(one, at);
    truth.push({ from: at / RATE, to: (at + one.length) / RATE });
    at += one.length + framesOf(PAUSE);
  }
  return { sound, truth };
}

const power = (sound: Float32Array) => mean([...sound].filter((_, i) => i % 7 === 0).map((x) => x * x));

/** Share of the beginnings and ends that are found within 60 ms, with music so many dB below. */
function found({ sound, truth }: Said, music: Float32Array | null, below: number): number {
  const gain = music ? Math.sqrt(power(sound) / power(music)) * 10 ** (-below / 20) : 0;
  const heard: PcmSource = memorySource(
    sound.map((x, i) => x + (music ? music[i % music.length]! * gain : 0)),
    1,
  );
  const { speech } = profileOf(heard);
  const hits = truth.flatMap(({ from, to }) => [
    speech.some((one) => Math.abs(one.from - from) <= 0.06),
    speech.some((one) => Math.abs(one.to - to) <= 0.06),
  ]);
  return hits.filter(Boolean).length / hits.length;
}

function voiceFigures(): Figure[] {
  const voices = VOICES.map(said);
  const tunes = PIECES.map(([name, file]) => mono(filesBelow(unpacked(name), file)[0]!));
  const alone = tunes.map((tune) => {
    const sound = tune.subarray(0, 90 * RATE);
    const { speech } = profileOf(memorySource(sound, 1));
    return (100 * speech.reduce((sum, { from, to }) => sum + to - from, 0)) / (sound.length / RATE);
  });
  const under = (below: number) => mean(voices.map((one, i) => found(one, tunes[i * 2]!, below))) * 100;
  return [
    { name: 'Voices in three languages: edges within 60 ms', value: mean(voices.map((one) => found(one, null, 0))) * 100, unit: '%' },
    { name: 'The same over music 20 dB below', value: under(20), unit: '%', wanted: { least: 80 } },
    { name: 'The same over music 12 dB below', value: under(12), unit: '%', wanted: { least: 50 } },
    { name: 'Music taken for speech, the worst piece', value: Math.max(...alone), unit: '%', wanted: { most: 5 } },
  ];
}

/** Half a minute of recorded music, stereo. */
function excerpt(path: string): Float32Array {
  const opened = soundSource(path);
  const { source } = opened;
  const [first, frames] = [Math.floor(source.frames / 3), Math.min(30 * RATE, Math.floor(source.frames / 2))];
  const page = new Float32Array(frames * source.channels);
  source.read(first, frames, page);
  opened.close();
  return source.channels === 2 ? page : Float32Array.from({ length: frames * 2 }, (_, i) => page[i >> 1]!);
}

/** Plucked strings, an orchestra, drums. */
function speedFigures(): Figure[] {
  return ([1, 0, 5] as const).flatMap((i) => {
    const [name, file] = PIECES[i];
    return nudgeFigures(excerpt(filesBelow(unpacked(name), file)[0]!), file.replace('.ogg', ''));
  });
}

console.log(table([...fitFigures(), ...bandFigures(), ...voiceFigures(), ...speedFigures()]));
