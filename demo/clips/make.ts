import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { WavWriter } from '../../core/files';
import { RATE } from '../../core/units';
import { RATE_OF_FRAMES, STROKES, roofFrame, spadeFrame } from './frames';
import { fromTheTable, rainOnRoof, spadeStrokes } from './sounds';

/** Draws and codes the demo's clips and the recording beside one of them. Needs ffmpeg; what it makes is committed. */
const HERE = __dirname;

/** The recorder ran before the camera did, for so many seconds, and after it. */
const EARLY = 3.27;
const LATE = 2.4;

function ffmpeg(...args: string[]): void {
  const { status, stderr } = spawnSync('ffmpeg', ['-nostdin', '-y', '-v', 'error', ...args], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
}

function wav(path: string, mono: Float32Array): void {
  const writer = new WavWriter('int16', 1, RATE);
  writeFileSync(path, Buffer.concat([writer.header(mono.length), writer.encode(mono, mono.length)]));
}

async function clip(name: string, seconds: number, frame: (second: number) => string, sound: Float32Array): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'clip-'));
  try {
    const count = Math.round(seconds * RATE_OF_FRAMES);
    for (let i = 0; i < count; i += 1) {
      await sharp(Buffer.from(frame(i / RATE_OF_FRAMES)))
        .png()
        .toFile(join(folder, `${String(i).padStart(4, '0')}.png`));
    }
    wav(join(folder, 'sound.wav'), sound);
    const pictures = ['-framerate', String(RATE_OF_FRAMES), '-i', join(folder, '%04d.png')];
    const coding = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-crf', '27', '-g', '30', '-c:a', 'aac', '-b:a', '80k'];
    // Bit for bit the same each time: no dates, no program's version.
    const plain = ['-map_metadata', '-1', '-fflags', '+bitexact', '-flags', '+bitexact', '-threads', '1', '-movflags', '+faststart'];
    ffmpeg(...pictures, '-i', join(folder, 'sound.wav'), ...coding, ...plain, '-t', String(seconds), join(HERE, `${name}.mp4`));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

async function main(): Promise<void> {
  mkdirSync(HERE, { recursive: true });
  await clip('rain-on-the-roof', 7, roofFrame, rainOnRoof(7));
  const around = spadeStrokes(EARLY + 6 + LATE, [...STROKES.map((stroke) => stroke + EARLY), 1.1, EARLY + 7.1]);
  await clip('the-spade', 6, spadeFrame, around.slice(Math.round(EARLY * RATE), Math.round((EARLY + 6) * RATE)));
  const folder = mkdtempSync(join(tmpdir(), 'clip-'));
  wav(join(folder, 'table.wav'), fromTheTable(around));
  const plain = ['-map_metadata', '-1', '-fflags', '+bitexact', '-flags', '+bitexact'];
  ffmpeg('-i', join(folder, 'table.wav'), '-c:a', 'libopus', '-b:a', '56k', ...plain, join(HERE, 'spade-from-the-table.ogg'));
  rmSync(folder, { recursive: true });
}

void main();
