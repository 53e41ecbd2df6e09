import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WaveFile } from 'wavefile';
import { WavReader, WavWriter, memoryBytes } from '../core/files';
import { setDips } from '../core/show/edits';
import { bed, ffmpeg } from '../tests/command';
import { narration, withNarrations } from '../tests/heard';
import { composePiece } from '../tests/pieces';
import { said } from '../tests/speakers';
import { showOf, withClip } from '../tests/shows';

const folder = mkdtempSync(join(tmpdir(), 'bed-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** A show's folder whose bed is a WAV made by ffmpeg. */
function showFolder(name: string, source: string, seconds: number, holds: number[]): string {
  const path = join(folder, name);
  mkdirSync(join(path, 'media'), { recursive: true });
  const show = showOf(holds, seconds, { fadeOut: { seconds: 1, bend: 0 }, gain: -6 });
  ffmpeg('-f', 'lavfi', '-i', source, '-t', String(seconds), join(path, 'media', `${show.parts[0]!.media}.wav`));
  writeFileSync(join(path, 'show.json'), JSON.stringify(show));
  return path;
}

it('measures what ffmpeg measures: within 0.1 LU and 0.2 dB true peak', () => {
  const path = join(folder, 'noise.wav');
  ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=r=44100:c=pink:d=12:seed=7:a=0.4', '-ac', '2', '-c:a', 'pcm_s24le', path);
  const report = JSON.parse(bed('measure', path).stdout) as Record<string, number>;
  const theirs = ffmpeg('-i', path, '-af', 'ebur128=peak=true', '-f', 'null', '-');
  const last = (pattern: RegExp) => Number([...theirs.matchAll(pattern)].at(-1)![1]);
  expect(report).toMatchObject({ seconds: 12, rate: 44_100, channels: 2 });
  expect(Math.abs(report.integrated! - last(/I:\s+(-[\d.]+) LUFS/g))).toBeLessThanOrEqual(0.1);
  expect(Math.abs(report.range! - last(/LRA:\s+([\d.]+) LU/g))).toBeLessThanOrEqual(0.2);
  expect(Math.abs(report.truePeak! - last(/Peak:\s+(-[\d.]+) dBFS/g))).toBeLessThanOrEqual(0.2);
});

it('renders a show exactly as long as its pictures, with its gain and fade', () => {
  const out = join(folder, 'out.wav');
  const show = showFolder('show', 'aevalsrc=0.5|0.5:s=44100', 4, [1.25, 1.5]);
  expect(bed('render', show, out, '--bits', '32')).toMatchObject({ status: 0, stderr: '' });
  const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(out))));
  expect(reader.header).toMatchObject({ frames: 2.75 * 48_000, rate: 48_000, channels: 2, coding: 'float32' });
  const left = new Float32Array(reader.header.frames);
  reader.read(0, left.length, [left, new Float32Array(left.length)]);
  expect(left[48_000]).toBeCloseTo(0.5 * 10 ** (-6 / 20), 3);
});

it('loops whole bars: as long as the formula says, repeated end to end without a gap, its loop points read by a second reader', () => {
  const path = join(folder, 'clicks.wav');
  const out = join(folder, 'loop.wav');
  const report = join(folder, 'loop.json');
  // A click of one sample on every beat at 90 BPM, the first downbeat at 0.25 s.
  ffmpeg('-f', 'lavfi', '-i', "aevalsrc='if(eq(mod(n-12000,32000),0),0.9,0)':s=48000:d=40", '-c:a', 'pcm_s24le', path);
  const options = [
    '--bars',
    '2-5',
    '--tempo',
    '90',
    '--downbeat',
    '0.25',
    '--tail',
    '0.1',
    '--bits',
    '32',
    '--out',
    out,
    '--report',
    report,
  ];
  expect(bed('loop', path, ...options)).toMatchObject({ status: 0, stderr: '' });
  // 4 bars of 4/4 at 90 BPM are 10.667 s (formula).
  const frames = 512_000;
  expect(JSON.parse(readFileSync(report, 'utf8'))).toMatchObject({
    frames,
    bars: 4,
    from: 0.25 + 8 / 3,
    loop: { start: 0, end: frames - 1 },
  });
  const wave = new WaveFile(readFileSync(out));
  expect(wave.smpl).toMatchObject({ dwNumSampleLoops: 1, loops: [{ dwStart: 0, dwEnd: frames - 1 }] });
  const [left] = wave.getSamples(false, Float64Array) as unknown as [Float64Array];
  expect(left.length).toBe(frames);
  const clicks = [...left, ...left].flatMap((value, frame) => (Math.abs(value) > 0.3 ? [frame] : []));
  // Mono comes out as loud as it was: full scale of a 32-bit float file is 1.
  expect(left[32_000]).toBeCloseTo(0.9, 5);
  expect(clicks).toEqual(Array.from({ length: 32 }, (_, i) => i * 32_000));
});

describe('a composed piece', () => {
  const piece = composePiece({ tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 });
  const path = join(folder, 'piece.wav');
  const out = join(folder, 'fitted.wav');
  const samples = (file: string) => {
    const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(file))));
    const [left, right] = [new Float32Array(reader.header.frames), new Float32Array(reader.header.frames)];
    reader.read(0, left.length, [left, right]);
    return left;
  };
  beforeAll(() => {
    const writer = new WavWriter('float32', 2, 48_000);
    const frames = piece.sound.length / 2;
    writeFileSync(path, Buffer.concat([writer.header(frames), writer.encode(piece.sound, frames)]));
  });

  it('is heard: tempo, beats, bars, sections and its last chord as JSON', () => {
    const { status, stdout } = bed('hear', path, '--json');
    expect(status).toBe(0);
    const heard = JSON.parse(stdout) as {
      tempo: number;
      beats: number[];
      downbeats: number[];
      beatsPerBar: number;
      lastChord: { at: number; ring: number };
    };
    expect(Math.abs(heard.tempo / 112 - 1)).toBeLessThan(0.001);
    expect(heard.beatsPerBar).toBe(4);
    expect(heard.beats.length).toBe(piece.beats.length);
    expect(Math.abs(heard.downbeats[3]! - piece.downbeats[3]!)).toBeLessThan(0.07);
    expect(Math.abs(heard.lastChord.at - piece.lastChord)).toBeLessThan(0.01);
    expect(heard.lastChord.ring).toBeGreaterThan(2);
  });

  it('is fitted within the allowed miss, and to the sample with none; the report says which passages', () => {
    const near = bed('fit', path, '--seconds', '45', '--out', out, '--bits', '32');
    expect(near).toMatchObject({ status: 0 });
    const report = JSON.parse(near.stdout) as {
      seconds: number;
      stretch: number;
      spans: { from: number; to: number }[];
      joins: { at: number; quality: number }[];
    };
    expect(Math.abs(report.seconds - 45)).toBeLessThanOrEqual(5);
    expect(report.stretch).toBeCloseTo(1, 5);
    expect(report.joins.length).toBe(report.spans.length - 1);
    const sound = samples(out);
    // The sound is those passages in order: in the middle of each it is the source's, sample for sample.
    let at = 0;
    for (const { from, to } of report.spans) {
      const middle = Math.round(((to - from) / 2) * 48_000);
      const [a, b] = [Math.round(at * 48_000) + middle, Math.round(from * 48_000) + middle];
      const off = [-1, 0, 1].map((shift) =>
        Math.max(...Array.from({ length: 500 }, (_, i) => Math.abs(sound[a + i]! - piece.sound[(b + i + shift) * 2]!))),
      );
      expect(Math.min(...off)).toBeLessThan(1e-6);
      at += to - from;
    }
    const where = join(folder, 'report.json');
    expect(bed('fit', path, '--seconds', '45', '--miss', '0', '--out', out, '--report', where, '--bits', '32').status).toBe(0);
    expect(samples(out).length).toBe(45 * 48_000);
    expect((JSON.parse(readFileSync(where, 'utf8')) as { off: number }).off).toBe(0);
  });

  it('keeps wishes, and says with exit code 3 how near it gets where it cannot', () => {
    const wished = bed(
      'fit',
      path,
      '--seconds',
      '60',
      '--keep',
      '20-30',
      '--drop',
      '40-44',
      '--meet',
      '35@25',
      '--shortest',
      '4',
      '--out',
      out,
    );
    expect(wished).toMatchObject({ status: 0 });
    const { spans } = JSON.parse(wished.stdout) as { spans: { from: number; to: number }[] };
    for (const { from, to } of spans.slice(1)) expect(from > 20 && from < 30 && to > 0).toBe(false);
    for (const { from, to } of spans) expect(Math.min(to, 44) - Math.max(from, 40)).toBeLessThan(0.05);
    rmSync(out);
    const far = bed('fit', path, '--seconds', '30', '--by', 'nudge', '--out', out);
    expect(far.status).toBe(3);
    expect(far.stderr).toMatch(/No change of speed of up to 20 %.*it gets to \d+\.\d s\./);
    expect(existsSync(out)).toBe(false);
    expect(bed('fit', path, '--seconds', '30', '--shortest', '64', '--miss', '0.1', '--out', out).status).toBe(0);
    expect(bed('fit', path, '--seconds', '30', '--by', 'weave', '--shortest', '64', '--miss', '0.1', '--out', out).status).toBe(3);
    expect(bed('fit', path, '--seconds', 'soon', '--out', out)).toMatchObject({
      status: 2,
      stderr: '--seconds takes a number from 1 to 7200, not “soon”\n',
    });
  });
});

it('refuses in one sentence, with exit code 2, and leaves no file behind', () => {
  const out = join(folder, 'none.wav');
  const empty = join(folder, 'empty');
  mkdirSync(empty);
  const noMedia = showFolder('no-media', 'anullsrc', 1, [1]);
  rmSync(join(noMedia, 'media'), { recursive: true });
  const text = join(folder, 'text.wav');
  writeFileSync(text, 'not a wav');
  const cases = [
    ['dance'],
    ['measure'],
    ['measure', join(folder, 'nowhere.wav')],
    ['measure', text],
    ['measure', folder],
    ['render', empty, out],
    ['render', noMedia, out],
    ['render', noMedia, out, '--loud', '9'],
    ['loop', text, '--bars', '1-2', '--tempo', '100', '--out', out],
    ['loop', join(folder, 'clicks.wav'), '--bars', '4-1', '--tempo', '90', '--out', out],
    ['loop', join(folder, 'clicks.wav'), '--bars', '1-900', '--tempo', '90', '--out', out],
    ['loop', join(folder, 'clicks.wav'), '--bars', '1-2', '--tempo', 'fast', '--out', out],
    ['loop', join(folder, 'clicks.wav'), '--bars', '1-2', '--tempo', '90'],
  ];
  for (const args of cases) {
    const { status, stdout, stderr } = bed(...args);
    expect({ args, status, stdout }).toEqual({ args, status: 2, stdout: '' });
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stderr).not.toMatch(/ at .*:\d+:\d+/);
  }
  expect(existsSync(out)).toBe(false);
  expect(existsSync(`${out}.unfinished`)).toBe(false);
});

it('renders the own sound of a clip, decoded by ffmpeg, where its picture is', () => {
  const show = withClip(showOf([1]), 1, 2, { from: 0.5, hold: 1 });
  const path = join(folder, 'filmed');
  mkdirSync(join(path, 'media'), { recursive: true });
  const clip = show.pictures[1]!.kind === 'clip' ? show.pictures[1]!.media : '';
  const film = ['-f', 'lavfi', '-i', 'color=c=green:s=64x36:r=10:d=2', '-f', 'lavfi', '-i', 'aevalsrc=0.25:s=48000:d=2'];
  ffmpeg(...film, '-c:v', 'libx264', '-c:a', 'pcm_s16le', join(path, 'media', `${clip}.mov`));
  writeFileSync(join(path, 'show.json'), JSON.stringify(show));
  const out = join(folder, 'filmed.wav');
  expect(bed('render', path, out, '--bits', '32')).toMatchObject({ status: 0, stderr: '' });
  const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(out))));
  const left = new Float32Array(96_000);
  reader.read(0, 96_000, [left, new Float32Array(96_000)]);
  expect(left.subarray(0, 48_000).every((value) => value === 0)).toBe(true);
  // A mono sound in the middle: −3.01 dB in each channel.
  expect(left[72_000]).toBeCloseTo(0.25 * Math.SQRT1_2, 3);
});

it('says where somebody speaks, and what the bed does about it', () => {
  const sentence = said(['espeak-ng', 'en-gb', 150], 'We dug where the water stood.');
  const sound = new Float32Array(48_000 + sentence.length + 24_000);
  sound.set(sentence, 48_000);
  const path = join(folder, 'spoken');
  mkdirSync(join(path, 'media'), { recursive: true });
  const base = showOf([12], 14, { gain: -12 });
  const show = setDips(withNarrations(base, narration(3001, sound.length / 48_000, 3)), { change: { depth: { by: 'fixed', gain: -9 } } });
  const voice = join(path, 'media', `${show.parts[1]!.media}.wav`);
  const writer = new WavWriter('int16', 1, 48_000);
  writeFileSync(voice, Buffer.concat([writer.header(sound.length), writer.encode(sound, sound.length)]));
  ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=c=pink:r=48000:d=14:seed=3:a=0.3', '-ac', '2', join(path, 'media', `${show.parts[0]!.media}.wav`));
  writeFileSync(join(path, 'show.json'), JSON.stringify(show));

  const heard = JSON.parse(bed('speech', voice, '--json').stdout) as { speech: { from: number; to: number }[] };
  expect(Math.abs(heard.speech[0]!.from - 1)).toBeLessThan(0.1);
  const dips = JSON.parse(bed('dips', path, '--json').stdout) as {
    dips: { part: string; begin: number; low: number; gain: number }[];
    level: { at: number; gain: number }[];
    voiceOverBed: { tightest: number };
  };
  expect(dips.dips).toHaveLength(1);
  expect(dips.dips[0]).toMatchObject({ part: 'say-3001', gain: -9 });
  expect(dips.dips[0]!.begin).toBeCloseTo(3 + heard.speech[0]!.from - 0.3, 3);
  expect(dips.dips[0]!.low - dips.dips[0]!.begin).toBeCloseTo(1, 3);
  expect(dips.level.map((one) => one.gain)).toEqual([0, -9, -9, 0]);
  expect(dips.voiceOverBed.tightest).toBeGreaterThan(0);
  expect(bed('dips', folder, '--json')).toMatchObject({ status: 2, stdout: '' });
});
