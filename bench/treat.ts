import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { made } from '../tests/made';
import { noise } from '../tests/tones';
import { clearedSource, loadDenoiser } from '../cli/clear';
import { Mixer, planShow } from '../core/mix';
import { FIRST_LANES, newShow, newTreatment, type Lane, type Part, type Show, type Treatment, type TreatmentKind } from '../core/show';
import { newPart } from '../core/show/edits';
import { memorySource, type PcmSource } from '../core/sound';
import { cooked, findOut, type Findings } from '../core/treat';
import { playedKey, soundOfKey } from '../core/show';
import { soundMedia } from '../tests/shows';
import { RATE } from '../core/units';
import { median, quickest, timed, type Figure, type Size } from './figure';

/** The same in ffmpeg, where it has one. */
const THEIRS: Partial<Record<TreatmentKind, string>> = {
  lowCut: 'highpass=f=80:poles=2',
  tone: 'equalizer=f=3000:t=q:w=0.8:g=3',
  steady: 'acompressor=threshold=0.0126:ratio=5:release=150',
  echo: 'aecho=1:1:300|600|900|1200:0.35|0.1225|0.043|0.015',
  hiss: 'afftdn=nr=18',
};

function ffmpegSeconds(path: string, filter: string): number {
  const raw = ['-f', 'f32le', '-ar', `${RATE}`, '-ac', '2'];
  return timed(() => void spawnSync('ffmpeg', ['-nostdin', '-v', 'error', ...raw, '-i', path, '-af', filter, '-f', 'null', '-']));
}

const reading = (source: PcmSource) => {
  const block = new Float32Array(24_000 * source.channels);
  for (let first = 0; first < source.frames; first += 24_000) source.read(first, Math.min(24_000, source.frames - first), block);
};

/** A show of six lanes, each with a treatment or more: music and an ambience, two speakers, clips' sound, spots. */
function sixLanes(seconds: number): Show {
  const lanes: [Lane['kind'], string, Treatment[]][] = [
    ['bed', 'bed', [newTreatment('tone')]],
    ['bed', 'bed-2', [newTreatment('room')]],
    ['voice', 'voice', [newTreatment('lowCut'), newTreatment('steady')]],
    ['voice', 'voice-2', [newTreatment('tone'), newTreatment('steady')]],
    ['own', 'own', [newTreatment('lowCut'), newTreatment('hiss')]],
    ['spot', 'spot', [newTreatment('echo')]],
  ];
  const media = lanes.map((_, i) => soundMedia(i + 1, seconds));
  const show = newShow('six', 'Six lanes');
  return {
    ...show,
    lanes: lanes.map(([kind, id, treatments]) => ({ id, kind, title: id, gain: -3, pan: 0.2, mute: false, solo: false, treatments })),
    media: Object.fromEntries(media.map((one) => [one.id, one])),
    parts: lanes.map(([kind, id], i) => ({ ...newPart(`p${i}`, { ...FIRST_LANES[kind], id }, media[i]!), lane: id }) as Part),
    pictures: [{ id: 'card', kind: 'card', colour: '#102030', words: '', hold: seconds, dissolve: 0 }],
  };
}

/** Treatments beside ffmpeg's filters in the same run: our time for theirs, what starting ffmpeg and reading costs taken off. */
export async function treatFigures(size: Size): Promise<Figure[]> {
  const seconds = size === 'full' ? 60 : 5;
  const turns = size === 'full' ? 5 : 1;
  const sound = noise(seconds * RATE * 2, 3).map((value, i) => value * (0.05 + 0.3 * Number(i % 200_000 < 90_000)));
  const path = made(`noise-${seconds}.f32`, (to) => writeFileSync(to, sound), seconds);
  const source = memorySource(sound, 2);
  const figures: Figure[] = [];
  for (const kind of ['lowCut', 'tone', 'steady', 'echo', 'hiss'] as const) {
    const recipe = { speed: 1, treatments: [newTreatment(kind)] };
    const findings = findOut(source, recipe);
    const ours = quickest(turns, () => timed(() => reading(cooked(source, recipe, findings))));
    const theirs = quickest(turns, () => ffmpegSeconds(path, THEIRS[kind]!)) - quickest(turns, () => ffmpegSeconds(path, 'anull'));
    figures.push({
      name: `Treatment ${kind}, beside ffmpeg's ${THEIRS[kind]!.split('=')[0]}`,
      value: ours / Math.max(0.01, theirs),
      unit: 'times',
      wanted: { most: 2 },
    });
  }
  const room = { speed: 1, treatments: [newTreatment('room')] };
  figures.push({ name: 'Treatment room', value: seconds / timed(() => reading(cooked(source, room))), unit: 'x' });
  const make = await loadDenoiser();
  const spoken = Math.min(10, seconds);
  const ten = memorySource(sound.subarray(0, spoken * RATE), 1);
  figures.push({ name: 'Clear voice, worked out once', value: spoken / timed(() => void clearedSource(ten, make)), unit: 'x' });

  const show = sixLanes(seconds);
  // What has to know a recording goes through it recording by recording: what it needs to know is found out once, and not timed.
  const keys = show.parts.map((part) => playedKey(show, part));
  const known = new Map<string, Findings>();
  for (const key of keys) {
    const { recipe } = soundOfKey(key);
    if (recipe) known.set(key, findOut(source, recipe));
  }
  const heard = (key: string) => {
    const { recipe } = soundOfKey(key);
    return recipe ? cooked(source, recipe, known.get(key)!) : source;
  };
  const block = new Float32Array(24_000 * 2);
  const speeds = [0, 1, 2].map(() => {
    const mixer = new Mixer(planShow(show), new Map(keys.map((key) => [key, heard(key)])));
    return (
      seconds /
      timed(() => {
        for (let first = 0; first < seconds * RATE; first += 24_000) mixer.render(first, 24_000, block);
      })
    );
  });
  figures.push({ name: 'Six lanes, all treated, mixed', value: median(speeds), unit: 'x', wanted: { least: 20 } });
  return figures;
}
