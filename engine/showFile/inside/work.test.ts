import { execFileSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { failureOf } from '../../../core/failure';
import { faultOf, readShow, type Show } from '../../../core/show';
import { setArtist } from '../../../core/show/edits';
import { FakeFiles, asBlob } from '../../../tests/opfs';
import { showOf } from '../../../tests/shows';
import { bundle, pack } from './pack';
import { ShowFile } from './showFile';

const quiet = { signal: new AbortController().signal, progress: () => undefined };

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});

/** A show of two pictures and a piece, whose bytes lie under their hashes. */
function stored(): { show: Show; ids: string[] } {
  const plain = showOf([4, 5], 20);
  const names = Object.keys(plain.media);
  const bytes = names.map((_, index) => randomBytes(200 + index * 977));
  const ids = bytes.map((one) => createHash('sha256').update(one).digest('hex'));
  for (const [index, id] of ids.entries()) files.put('media', id, bytes[index]!);
  let text = JSON.stringify(plain);
  for (const [index, name] of names.entries()) text = text.replaceAll(name, ids[index]!);
  const named = JSON.parse(text) as Show;
  const media = Object.fromEntries(ids.map((id, index) => [id, { ...named.media[id]!, bytes: bytes[index]!.length }]));
  return { show: setArtist(readShow({ ...named, media }), { artist: 'Class 4b' }), ids };
}

async function packed(show: Show, media: readonly string[]): Promise<Buffer> {
  await pack({ show, media, name: 'work.zip', target: null }, quiet);
  return Buffer.from(files.bytes('written', 'work.zip'));
}

it('holds a show with its media, read back as they were; `unzip` finds nothing wrong with it', async () => {
  const { show, ids } = stored();
  const bytes = await packed(show, ids);
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-'));
  writeFileSync(join(folder, 'work.zip'), bytes);
  expect(execFileSync('unzip', ['-t', join(folder, 'work.zip')], { encoding: 'utf8' })).toContain('No errors detected');
  rmSync(folder, { recursive: true });
  const file = new ShowFile();
  const looked = await file.look({ file: asBlob(bytes) });
  expect(looked.show).toEqual(show);
  expect([...looked.inside].sort()).toEqual([...ids].sort());
  for (const id of ids) {
    const one = await file.fetch({ media: id, unpacked: 'x' }, quiet);
    expect(
      createHash('sha256')
        .update(Buffer.from(await one.arrayBuffer()))
        .digest('hex'),
    ).toBe(id);
  }
  expect(files.names().filter((name) => name.startsWith('written'))).toEqual(['written/work.zip']);
  expect(Buffer.compare(await packed(show, ids), bytes)).toBe(0);
});

it('takes what another program has packed smaller, unpacked onto the disk', async () => {
  const { show, ids } = stored();
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-'));
  writeFileSync(join(folder, 'work.zip'), await packed(show, ids));
  const script =
    'import sys,zipfile;a=zipfile.ZipFile(sys.argv[1]);b=zipfile.ZipFile(sys.argv[2],"w",8)\nfor n in a.namelist(): b.writestr(n,a.read(n))\nb.close()';
  execFileSync('python3', ['-c', script, join(folder, 'work.zip'), join(folder, 'small.zip')]);
  const file = new ShowFile();
  expect((await file.look({ file: asBlob(readFileSync(join(folder, 'small.zip'))) })).show).toEqual(show);
  const one = await file.fetch({ media: ids[1]!, unpacked: 'here' }, quiet);
  expect(
    createHash('sha256')
      .update(Buffer.from(await one.arrayBuffer()))
      .digest('hex'),
  ).toBe(ids[1]);
  expect(files.names()).toContain('written/here');
  rmSync(folder, { recursive: true });
});

it('names a medium that is not there, and leaves nothing of a file that was stopped', async () => {
  const { show, ids } = stored();
  await expect(pack({ show, media: [...ids, 'f'.repeat(64)], name: 'a.zip', target: null }, quiet)).rejects.toMatchObject({
    code: 'media.missing',
  });
  const stop = new AbortController();
  stop.abort();
  await expect(pack({ show, media: ids, name: 'b.zip', target: null }, { ...quiet, signal: stop.signal })).rejects.toMatchObject({
    code: 'cancelled',
  });
  expect(files.names().filter((name) => name.startsWith('written'))).toEqual([]);
  files.put('written', '1 Bed.wav', randomBytes(10));
  await bundle({ files: ['1 Bed.wav'], name: 'lanes.zip', target: null }, quiet);
  expect(files.names()).toContain('written/lanes.zip');
});

it('reads 500 files that were changed at random: a sound show or words, never a crash, and nothing is left on the disk', async () => {
  const { show, ids } = stored();
  const good = await packed(show, ids);
  const before = files.names();
  const known = new Set(['file.damaged', 'file.foreign', 'file.refused', 'show.newer']);
  const seen = { sound: 0, refused: 0 };
  const change = fc.oneof(
    fc.record({
      kind: fc.constant('set' as const),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      value: fc.integer({ min: 0, max: 255 }),
    }),
    fc.record({ kind: fc.constant('cut' as const), at: fc.double({ min: 0, max: 1, noNaN: true }), value: fc.constant(0) }),
    fc.record({
      kind: fc.constant('drop' as const),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      value: fc.integer({ min: 1, max: 40 }),
    }),
    fc.record({
      kind: fc.constant('repeat' as const),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      value: fc.integer({ min: 1, max: 400 }),
    }),
    // Within the document itself, where a change of a letter still makes sense.
    fc.record({
      kind: fc.constant('digit' as const),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      value: fc.integer({ min: 48, max: 57 }),
    }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(change, { minLength: 1, maxLength: 4 }), async (changes) => {
      let bytes = good;
      for (const { kind, at, value } of changes) {
        const place = Math.floor(at * (bytes.length - 1));
        if (kind === 'set') bytes = Buffer.concat([bytes.subarray(0, place), Buffer.of(value), bytes.subarray(place + 1)]);
        else if (kind === 'cut') bytes = bytes.subarray(0, place);
        else if (kind === 'drop') bytes = Buffer.concat([bytes.subarray(0, place), bytes.subarray(place + value)]);
        else if (kind === 'repeat') bytes = Buffer.concat([bytes.subarray(0, place), bytes.subarray(Math.max(0, place - value))]);
        else {
          const text = bytes.indexOf('{"format"');
          const inside = text + Math.floor(at * JSON.stringify(show).length);
          if (text >= 0 && bytes[inside]! >= 48 && bytes[inside]! <= 57) {
            bytes = Buffer.from(bytes);
            bytes[inside] = value;
          }
        }
      }
      const file = new ShowFile();
      try {
        const looked = await file.look({ file: asBlob(bytes) });
        expect(faultOf(looked.show)).toBeNull();
        for (const id of looked.inside) await file.fetch({ media: id, unpacked: 'x' }, quiet);
        seen.sound += 1;
      } catch (error) {
        expect({ code: failureOf(error).code, known: known.has(failureOf(error).code), message: failureOf(error).message }).toMatchObject({
          known: true,
        });
        seen.refused += 1;
      }
      expect(files.names()).toEqual(before);
    }),
    { numRuns: 500 },
  );
  expect(seen.refused).toBeGreaterThan(100);
  expect(seen.sound).toBeGreaterThan(5);
});

it('refuses hostile files in words', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-'));
  const packs = [
    'z.writestr("show.json","{}");z.writestr("../../evil","x")',
    'z.writestr("show.json","0"*200000000)',
    'z.writestr("show.json","{}")\nfor i in range(10000): z.writestr(str(i),"")',
    'z.writestr("show.json","["*3000000)',
    'z.writestr("show.json",\'{"format":6,"__proto__":{"admin":1}}\')',
    'z.writestr("readme.txt","hello")',
    'z.writestr("show.json","{}")',
  ];
  const script = `import sys,json,zipfile\nfor i,pack in enumerate(json.loads(sys.argv[2])):\n with zipfile.ZipFile(f"{sys.argv[1]}/{i}","w",8,True,1) as z: exec(pack)`;
  execFileSync('python3', ['-c', script, folder, JSON.stringify(packs)]);
  const codes: string[] = [];
  for (const index of packs.keys()) {
    const error = await new ShowFile().look({ file: asBlob(readFileSync(join(folder, String(index)))) }).catch((thrown: unknown) => thrown);
    codes.push(failureOf(error).code);
  }
  rmSync(folder, { recursive: true });
  expect(codes).toEqual(['file.refused', 'file.refused', 'file.refused', 'file.refused', 'file.refused', 'file.foreign', 'file.damaged']);
  await expect(new ShowFile().look({ file: asBlob(Buffer.from('%PDF-1.7')) })).rejects.toMatchObject({ code: 'file.foreign' });
});
