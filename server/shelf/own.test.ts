import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader, memoryBytes } from '../../core/files';
import { PIECES } from '../../repertoire/pieces';
import { SPOTS } from '../../repertoire/spots';
import { OwnMusic } from './own';

const folder = mkdtempSync(join(tmpdir(), 'own-'));
const own = new OwnMusic(folder);
afterAll(async () => {
  await own.close();
  rmSync(folder, { recursive: true });
});

it('lists every piece in its layers and every spot sound, free for any use, with a credit', () => {
  expect(own.entries).toHaveLength(PIECES.length + SPOTS.length);
  for (const { licence, credit, words, kind, files, sum, seconds } of own.entries) {
    expect(licence).toBe('CC0 1.0');
    expect(credit).toContain('CC0');
    expect(words.length).toBeGreaterThan(0);
    expect(seconds).toBeGreaterThan(0.3);
    expect(sum !== null).toBe(kind === 'music');
    expect(files.length >= 3).toBe(kind === 'music');
  }
  // Nothing is made before somebody asks.
  expect(readdirSync(folder)).toEqual([]);
});

it('makes a spot sound once, however many ask at the same time, as long as the list said', async () => {
  const entry = own.entries.find(({ id }) => id === 'own-page')!;
  const paths = await Promise.all(Array.from({ length: 8 }, () => own.pathOf('own-page', '0')));
  expect(new Set(paths).size).toBe(1);
  const bytes = new Uint8Array(readFileSync(paths[0]!));
  expect(bytes.length).toBe(entry.files[0]!.bytes);
  const { header } = new WavReader(memoryBytes(bytes));
  expect(header).toMatchObject({ rate: 48_000, channels: 1 });
  expect(header.frames / 48_000).toBeCloseTo(entry.seconds, 3);
  const made = statSync(paths[0]!).mtimeMs;
  await own.pathOf('own-page', '0');
  expect(statSync(paths[0]!).mtimeMs).toBe(made);
});

it('makes all layers of a piece and their sum in worker threads, none of them half', async () => {
  const entry = own.entries.find(({ id }) => id === 'own-kite-string')!;
  const [sum, ...layers] = await Promise.all(['sum', '0', '1', '2'].map((file) => own.pathOf('own-kite-string', file)));
  const samples = (path: string) => {
    const bytes = readFileSync(path);
    expect(bytes.length).toBe(entry.sum!.bytes);
    return new Int16Array(bytes.buffer.slice(bytes.byteOffset + 44, bytes.byteOffset + bytes.length));
  };
  const [whole, parts] = [samples(sum!), layers.map((path) => samples(path!))];
  // The sum of what was rounded: half a step a layer, and half a step of its own.
  let worst = 0;
  for (let i = 0; i < whole.length; i += 1) worst = Math.max(worst, Math.abs(whole[i]! - parts.reduce((all, one) => all + one[i]!, 0)));
  expect(worst).toBeLessThanOrEqual(2);
  expect(readdirSync(join(folder, 'v1')).filter((name) => name.includes('unfinished'))).toEqual([]);
});

it('has nothing else', async () => {
  for (const [id, file] of [
    ['own-none', '0'],
    ['own-page', '1'],
    ['own-page', 'sum'],
    ['own-kite-string', '3'],
    ['own-kite-string', '-1'],
    ['own-../x', '0'],
  ] as const) {
    expect(await own.pathOf(id, file)).toBeNull();
  }
  expect(existsSync(join(folder, 'x'))).toBe(false);
});
