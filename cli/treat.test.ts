import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader, WavWriter, memoryBytes } from '../core/files';
import { bed, ffmpeg } from '../tests/command';
import { narration, withNarrations } from '../tests/heard';
import { siSdr } from '../tests/quality';
import { pink, spoken, under } from '../tests/speakers';
import { showOf } from '../tests/shows';

const folder = mkdtempSync(join(tmpdir(), 'bed-treat-'));
afterAll(() => rmSync(folder, { recursive: true }));

it('treats a sound: clear voice and less hiss make noisy speech cleaner (SI-SDR), a chain is refused in one sentence', () => {
  const clean = spoken(['flite', 'slt', 1], [1.2, 0.5, 0.8], 0.5);
  const noisy = under(clean, pink(clean.sound.length), 10);
  const path = join(folder, 'noisy.wav');
  const writer = new WavWriter('float32', 1);
  writeFileSync(path, Buffer.concat([writer.header(noisy.sound.length), writer.encode(noisy.sound, noisy.sound.length)]));
  const before = siSdr(clean.sound, noisy.sound);
  for (const [kind, better] of [
    ['hiss', 5],
    ['clear', 5],
  ] as const) {
    const out = join(folder, `${kind}.wav`);
    const amount = kind === 'hiss' ? 18 : 1;
    const { status, stdout, stderr } = bed('treat', path, out, '--chain', JSON.stringify([{ kind, amount }]), '--bits', '32');
    expect([status, stderr]).toEqual([0, '']);
    expect(JSON.parse(stdout)).toMatchObject({ frames: noisy.sound.length, rate: 48_000, channels: 1 });
    const reader = new WavReader(memoryBytes(new Uint8Array(readFileSync(out))));
    const planes = [new Float32Array(noisy.sound.length)];
    reader.read(0, noisy.sound.length, planes);
    expect(siSdr(clean.sound, planes[0]!) - before).toBeGreaterThan(better);
  }
  for (const chain of ['[{"kind":"shine"}]', '[{"kind":"room","amount":2,"size":"small","seconds":1}]', 'lowCut']) {
    const { status, stderr } = bed('treat', path, join(folder, 'no.wav'), '--chain', chain);
    expect([status, stderr.trim().split('\n').length]).toEqual([2, 1]);
    expect(existsSync(join(folder, 'no.wav'))).toBe(false);
  }
});

it('says what brings narrations to one loudness', () => {
  const path = join(folder, 'uneven');
  mkdirSync(join(path, 'media'), { recursive: true });
  const parts = [narration(11, 4, 1), narration(12, 4, 8)];
  for (const [i, one] of parts.entries()) {
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      `sine=f=997:r=48000:d=4`,
      '-af',
      `volume=${i * -9}dB`,
      '-c:a',
      'pcm_f32le',
      join(path, 'media', `${one.media.id}.wav`),
    );
  }
  writeFileSync(join(path, 'show.json'), JSON.stringify(withNarrations(showOf([14]), ...parts)));
  const report = JSON.parse(bed('even', path, '--to', '-24', '--json').stdout) as { to: number; parts: Record<string, number>[] };
  expect(report.to).toBe(-24);
  // A mono sine of 1/8 in the middle of a stereo mix: −18.06 − 3.01 (BS.1770: a stereo sine at L dBFS a channel is at L LUFS).
  expect(report.parts.map(({ loudness }) => loudness)).toEqual([expect.closeTo(-21.07, 1), expect.closeTo(-30.07, 1)]);
  expect(report.parts.map(({ becomes }) => becomes)).toEqual([expect.closeTo(-2.93, 1), expect.closeTo(6.07, 1)]);
  expect(report.parts.every(({ then }) => Math.abs(then! + 24) < 0.01)).toBe(true);
  expect(bed('even', path, '--of', 'songs').status).toBe(2);
});
