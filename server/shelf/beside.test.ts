import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SOUNDS, pieceAt, tableAt } from './beside';

const folder = mkdtempSync(join(tmpdir(), 'beside-'));
afterAll(() => rmSync(folder, { recursive: true }));

const table = (text: string) => {
  const path = join(folder, 'credits.csv');
  writeFileSync(path, text);
  return tableAt(path);
};
const piece = (raw: unknown) => {
  const path = join(folder, 'piece.json');
  writeFileSync(path, typeof raw === 'string' ? raw : JSON.stringify(raw));
  return pieceAt(path);
};

it('reads tables as people make them: other names, other separators, quotes, empty rows', async () => {
  const rows = await table('\ufeffFile;Title;License;BPM\r\n"Song; one.mp3";"Song, one";CC0;90\r\n;;;\r\n');
  expect([...rows]).toEqual([
    ['song; one.mp3', { title: 'Song, one', artist: '', licence: 'CC0', credit: '', words: '', tempo: '90', kind: '' }],
  ]);
  const others = await table('name,author,mood,type\nθάλασσα.ogg,Nobody,"calm, sea",music\n');
  expect(others.get('θάλασσα.ogg'.normalize('NFC'))).toMatchObject({ artist: 'Nobody', words: 'calm, sea', kind: 'music' });
  await expect(table('title,licence\nSong,CC0\n')).rejects.toThrow('no column of files');
  await expect(table('')).rejects.toThrow();
});

it('reads what a folder says of its piece, and only what lies beside it', async () => {
  const layers = [{ file: 'a.wav', title: 'Tune' }, { file: 'b.wav' }];
  expect(await piece({ title: 'River', tempo: 96, layers })).toMatchObject({ title: 'River', layers });
  for (const bad of [
    '{',
    {},
    { layers: [layers[0]] },
    { layers: [layers[0], layers[0]] },
    { layers: [{ file: '../secret.wav' }, layers[1]] },
    { layers: [{ file: 'sub\\x.wav' }, layers[1]] },
    { layers: Array.from({ length: 9 }, (_, i) => ({ file: `${i}.wav` })) },
    { title: 7, layers },
  ]) {
    await expect(piece(bad)).rejects.toThrow();
  }
});

it('knows sounds by their endings', () => {
  for (const name of ['a.WAV', 'b.mp3', 'c.flac', 'd.Ogg', 'e.opus', 'f.m4a', 'g.oga']) expect(SOUNDS.test(name)).toBe(true);
  for (const name of ['a.txt', 'wav', 'b.mp3.part', 'c.jpg']) expect(SOUNDS.test(name)).toBe(false);
});
