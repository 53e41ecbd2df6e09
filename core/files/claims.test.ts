import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { claimOf } from './claims';

function encode(ending: string, ...options: string[]): Uint8Array {
  const folder = mkdtempSync(join(tmpdir(), 'claims-'));
  try {
    const path = join(folder, `a.${ending}`);
    spawnSync('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', 'sine=440:r=44100:d=3', ...options, path]);
    return new Uint8Array(readFileSync(path));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

it('reads the length of a FLAC from its STREAMINFO (RFC 9639)', () => {
  expect(claimOf(encode('flac'))).toEqual({ frames: 3 * 44_100, delay: 0 });
});

it('reads length and delay of an MP3 from its Info tag, mono and stereo, behind an ID3 tag or not', () => {
  for (const channels of ['1', '2']) {
    for (const id3 of ['0', '3']) {
      const bytes = encode('mp3', '-ac', channels, '-id3v2_version', id3);
      // ffmpeg's LAME writes a delay of 576 behind which the decoder adds 529.
      expect(claimOf(bytes)).toEqual({ frames: 3 * 44_100, delay: 1105 });
    }
  }
});

it('knows the delay of bare AAC and claims nothing for what it does not know', () => {
  expect(claimOf(encode('aac'))).toEqual({ frames: null, delay: 1024 });
  expect(claimOf(encode('ogg'))).toEqual({ frames: null, delay: 0 });
  expect(claimOf(new Uint8Array(3))).toEqual({ frames: null, delay: 0 });
});
