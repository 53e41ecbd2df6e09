import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavWriter } from '../core/files';
import { Mixer, planShow } from '../core/mix';
import { LoudnessMeter, Resampler, memorySource, type PcmSource } from '../core/sound';
import { FIRST_LANES } from '../core/show';
import { layParts, newPart, setFade, setPartGain } from '../core/show/edits';
import { showOf, soundMedia } from '../tests/shows';
import { noise } from '../tests/tones';
import { RATE } from '../core/units';
import { render } from '../cli/render';
import { median, timed, timedAsync, type Figure, type Size } from './figure';

const MINUTE = 60;
const BLOCK = 1 << 16;
// What this file is asked for as a process of its own; no part of the bench is called that, whose processes load this file, too.
const PEAK = 'peak-memory';

function gainAndFade(seconds: number, holds: number[]) {
  let show = showOf(holds, seconds);
  show = setPartGain(show, { ids: ['bed-1'], gain: -6 });
  show = setFade(show, { id: 'bed-1', side: 'fadeUp', fade: { seconds: 2, bend: 0 } });
  return setFade(show, { id: 'bed-1', side: 'fadeOut', fade: { seconds: 4, bend: 0 } });
}

let aMinute: PcmSource | null = null;

/** A minute of noise, over and over, for however long: what is measured is the mixer, not the disk. */
function endless(seconds: number): PcmSource {
  const minute = (aMinute ??= memorySource(noise(MINUTE * RATE * 2, 5), 2));
  return { channels: 2, frames: seconds * RATE, read: (first, count, into) => minute.read(first % ((MINUTE - 2) * RATE), count, into) };
}

function mixAll(seconds: number): number {
  const holds = Array.from({ length: seconds / MINUTE }, () => MINUTE);
  const show = gainAndFade(seconds, holds);
  const mixer = new Mixer(planShow(show), new Map([[show.parts[0]!.media, endless(seconds)]]));
  const block = new Float32Array(BLOCK * 2);
  let peak = 0;
  const total = seconds * RATE;
  for (let first = 0; first < total; first += BLOCK) {
    mixer.render(first, Math.min(BLOCK, total - first), block);
    peak = Math.max(peak, process.memoryUsage().rss);
  }
  return peak;
}

/** Eight pieces over one another, each starting a second after the one before: on the bed they all cross all the time. */
function mixEight(kind: 'bed' | 'spot', seconds: number): number {
  let show = showOf([seconds]);
  const media = soundMedia(1000, seconds);
  const parts = Array.from({ length: 8 }, (_, index) => ({ ...newPart(`part-${index}`, FIRST_LANES[kind], media), at: index }));
  show = layParts(show, { parts, media: [media], instead: [] });
  const mixer = new Mixer(planShow(show), new Map([[media.id, memorySource(noise(seconds * RATE * 2, 5), 2)]]));
  const block = new Float32Array(BLOCK * 2);
  return timed(() => {
    for (let first = 0; first < seconds * RATE; first += BLOCK) mixer.render(first, Math.min(BLOCK, seconds * RATE - first), block);
  });
}

/** Peak memory is measured in processes of their own, so that neither sees the other's. */
function memoryOf(seconds: number): number {
  const { stdout, stderr } = spawnSync(process.execPath, [...process.execArgv, '--expose-gc', __filename, PEAK, String(seconds)], {
    encoding: 'utf8',
  });
  const bytes = Number.parseFloat(stdout);
  if (!(bytes > 0)) throw new Error(`nothing was measured: ${stderr}`);
  return bytes;
}

/** Mixing, several times real time. */
export function mixFigures(size: Size): Figure[] {
  const seconds = size === 'full' ? 3 * MINUTE : MINUTE;
  // Once before it counts: the noise is made, and the loops are compiled.
  mixAll(seconds);
  const mix = median([0, 1, 2].map(() => timed(() => mixAll(seconds))));
  const eight = (kind: 'bed' | 'spot', name: string): Figure => {
    const long = size === 'full' ? MINUTE : 10;
    return { name, value: long / median([0, 1, 2].map(() => mixEight(kind, long))), unit: 'x real', wanted: { least: 60 } };
  };
  return [
    { name: 'Mix of one stereo part', value: seconds / mix, unit: 'x real', wanted: { least: 200 } },
    eight('bed', 'Mix of 8 overlapping pieces, all crossing'),
    eight('spot', 'Mix of 8 overlapping spot sounds'),
  ];
}

export function loudnessFigures(size: Size): Figure[] {
  const seconds = size === 'full' ? MINUTE : 5;
  const samples = noise(seconds * RATE * 2, 3);
  const loudness = median([0, 1, 2].map(() => timed(() => new LoudnessMeter(2).push(samples, seconds * RATE))));
  const convert = median(
    [0, 1, 2].map(() =>
      timed(() => {
        const resampler = new Resampler(44_100, 2);
        for (let at = 0; at < samples.length; at += BLOCK * 2)
          resampler.push(samples.subarray(at, at + BLOCK * 2), Math.min(BLOCK, (samples.length - at) / 2));
      }),
    ),
  );
  return [
    { name: 'Loudness and true peak, stereo', value: seconds / loudness, unit: 'x real' },
    { name: '44.1 to 48 kHz, stereo', value: (seconds * 48) / 44.1 / convert, unit: 'x real' },
  ];
}

export function memoryFigures(size: Size): Figure[] {
  const long = size === 'full' ? 60 : 2;
  const ratio = memoryOf(long * MINUTE) / memoryOf(MINUTE);
  return [{ name: `Memory, rendering ${long} minutes to 1 minute`, value: ratio, unit: 'ratio', wanted: { most: 1.3 } }];
}

/** The same fade and gain of the same WAV to WAV, ours and ffmpeg's, in the same run. */
export async function besideFfmpegFigures(size: Size): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  try {
    const seconds = size === 'full' ? 180 : 12;
    const show = gainAndFade(seconds, [seconds / 3, seconds / 3, seconds / 3]);
    mkdirSync(join(folder, 'media'));
    const source = join(folder, 'media', `${show.parts[0]!.media}.wav`);
    const samples = noise(seconds * RATE * 2, 9);
    const writer = new WavWriter('int16');
    writeFileSync(source, Buffer.concat([writer.header(seconds * RATE), writer.encode(samples, seconds * RATE)]));
    writeFileSync(join(folder, 'show.json'), JSON.stringify(show));
    const times: number[] = [];
    for (let i = 0; i < 3; i += 1) times.push(await timedAsync(() => render(folder, join(folder, 'ours.wav'), 'int24')));
    const ours = median(times);
    const filter = `volume=-6dB,afade=t=in:d=2,afade=t=out:st=${seconds - 4}:d=4`;
    const theirs = median(
      [0, 1, 2].map(() =>
        timed(() =>
          spawnSync('ffmpeg', [
            '-nostdin',
            '-y',
            '-v',
            'error',
            '-i',
            source,
            '-af',
            filter,
            '-c:a',
            'pcm_s24le',
            join(folder, 'theirs.wav'),
          ]),
        ),
      ),
    );
    return [
      { name: `Fade and gain of ${seconds} s, WAV to WAV: ours`, value: ours, unit: 's' },
      { name: 'the same by ffmpeg', value: theirs, unit: 's' },
      { name: 'ours to ffmpeg, time', value: ours / theirs, unit: 'ratio' },
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}

if (process.argv[2] === PEAK) process.stdout.write(String(mixAll(Number(process.argv[3]))));
