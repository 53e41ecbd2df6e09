import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  appendFileSync,
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PAGE, readShelfPage, type ShelfPage } from '../../core/shelf';

const base = mkdtempSync(join(tmpdir(), 'shelf-'));
const folder = join(base, 'teacher');
let server: ChildProcess | null = null;
let address = '';

/** A sound of so many seconds, with tags. The endings are those of the formats that the shelf takes. */
function sound(path: string, seconds: number, tags: Readonly<Record<string, string>> = {}): void {
  mkdirSync(join(path, '..'), { recursive: true });
  const said = Object.entries(tags).flatMap(([name, value]) => ['-metadata', `${name}=${value}`]);
  const from = ['-f', 'lavfi', '-i', `sine=frequency=330:duration=${seconds}`];
  const { status, stderr } = spawnSync('ffmpeg', ['-v', 'error', '-y', ...from, '-strict', '-2', ...said, path], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
}

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

async function start(): Promise<void> {
  const port = await freePort();
  address = `http://localhost:${port}`;
  server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', join(base, 'site'), join(base, 'cache/demo'), '--shelf', folder], {
    env: { ...process.env, PORT: String(port), LANG: 'en_GB.UTF-8' },
    stdio: 'ignore',
  });
  await until(async () => (await fetch(`${address}/shelf/list`)).ok);
}

async function stop(): Promise<void> {
  const gone = new Promise((done) => server?.once('exit', done));
  server?.kill();
  await gone;
}

/** Waits for something to become true; the machine decides how long that takes. */
async function until(what: () => Promise<boolean>): Promise<void> {
  for (;;) {
    if (await what().catch(() => false)) return;
    await new Promise((done) => setTimeout(done, 50));
  }
}

async function list(query = ''): Promise<ShelfPage> {
  const page = readShelfPage(await (await fetch(`${address}/shelf/list?${query}`)).json());
  if (!page) throw new Error('no page');
  return page;
}
const titles = async (query: string) => (await list(query)).entries.map(({ title }) => title);
const one = async (query: string) => (await list(query)).entries[0]!;

beforeAll(async () => {
  mkdirSync(join(base, 'site'), { recursive: true });
  writeFileSync(join(base, 'site/index.html'), 'the application');
  mkdirSync(join(base, 'cache'), { recursive: true });
  sound(join(folder, 'calm/harbour.mp3'), 30, { title: 'Harbour', artist: 'The Fictive Few', genre: 'Calm;Sea', copyright: 'CC BY 4.0' });
  sound(join(folder, 'calm/Ήρεμη θάλασσα.flac'), 25, { title: 'Ήρεμη θάλασσα', artist: 'The Fictive Few' });
  for (const ending of ['ogg', 'opus', 'm4a', 'wav'])
    sound(join(folder, `formats/as ${ending}.${ending}`), 22, { title: `Told ${ending}` });
  writeFileSync(
    join(folder, 'credits.csv'),
    '\ufefffilename,title,licence,credit,mood,bpm\nformats/as opus.opus,Rain Song,CC0,"By Nobody, for nothing","rain, slow",71\n',
  );
  sound(join(folder, 'effects/clap.wav'), 2);
  for (const [file, seconds] of [
    ['low.wav', 24],
    ['high.wav', 24],
  ] as const)
    sound(join(folder, `stems/River/${file}`), seconds);
  writeFileSync(
    join(folder, 'stems/River/piece.json'),
    JSON.stringify({ title: 'River', licence: 'CC0', tempo: 96, layers: [{ file: 'high.wav', title: 'Tune' }, { file: 'low.wav' }] }),
  );
  mkdirSync(join(folder, 'bad/half'), { recursive: true });
  writeFileSync(join(folder, 'bad/noise.wav'), 'this is no sound');
  writeFileSync(join(folder, 'bad/nothing.mp3'), '');
  writeFileSync(join(folder, 'bad/half/piece.json'), '{"layers": [{"file": "../../calm/harbour.mp3"}, {"file": "x.wav"}]}');
  await start();
  await until(async () => (await list()).reading === null);
});

afterAll(async () => {
  await stop();
  rmSync(base, { recursive: true });
});

it('reads every format, tags, tables, layers and names in any script', async () => {
  expect(await one('q=harbour')).toMatchObject({
    kind: 'music',
    artist: 'The Fictive Few',
    licence: 'CC BY 4.0',
    words: ['calm', 'sea'],
    collection: 'calm',
    tempo: null,
  });
  expect(await titles('q=θαλασσα')).toEqual(['Ήρεμη θάλασσα']);
  expect(await titles('q=told')).toEqual(['Told m4a', 'Told ogg', 'Told wav']);
  expect(await one('q=rain+song')).toMatchObject({ licence: 'CC0', credit: 'By Nobody, for nothing', words: ['rain', 'slow'], tempo: 71 });
  expect(await one('q=clap')).toMatchObject({ kind: 'spot', licence: '', credit: '', collection: 'effects' });
  const river = await one('q=river&layers=true');
  expect(river).toMatchObject({ title: 'River', licence: 'CC0', tempo: 96, collection: 'stems' });
  expect(river.files.map(({ title }) => title)).toEqual(['Tune', 'low.wav']);
  // Its layers are not pieces of their own.
  expect(await titles('collection=stems')).toEqual(['River']);
});

it('narrows down, and pages', async () => {
  const all = await list();
  expect(all.total).toBeGreaterThan(36);
  expect(all.entries).toHaveLength(PAGE);
  const seen = new Set<string>();
  for (let page = 0; page < all.pages; page += 1) for (const { id } of (await list(`page=${page}`)).entries) seen.add(id);
  expect(seen.size).toBe(all.total);
  expect((await list('page=999')).page).toBe(all.pages - 1);
  expect((await list('kind=spot')).entries.every(({ kind }) => kind === 'spot')).toBe(true);
  expect((await list('slowest=60&fastest=80')).entries.map(({ tempo }) => tempo!).every((tempo) => tempo >= 60 && tempo <= 80)).toBe(true);
  expect((await list('longest=10&kind=music')).total).toBe(0);
  expect(await titles('licence=CC0')).toEqual(expect.arrayContaining(['River', 'Rain Song']));
  expect(all.licences).toEqual(expect.arrayContaining(['CC0 1.0', 'CC0', 'CC BY 4.0']));
  expect((await fetch(`${address}/shelf/list?page=-1`)).status).toBe(400);
});

it('streams parts of a sound, and nothing that is not on the shelf', async () => {
  const [file] = (await one('q=harbour')).files;
  const part = await fetch(address + file!.url, { headers: { range: 'bytes=10-19' } });
  expect([part.status, part.headers.get('content-range'), (await part.arrayBuffer()).byteLength]).toEqual([
    206,
    `bytes 10-19/${file!.bytes}`,
    10,
  ]);
  expect(part.headers.get('content-type')).toBe('audio/mpeg');
  for (const path of ['x/0', 'own-none/0', 'own-gong/7', 'own-..%2F..%2Fpackage.json/0', '..%2F..%2Fsecret/0']) {
    const gone = await fetch(`${address}/shelf/sounds/${path}`);
    expect([path, gone.status]).toEqual([path, 404]);
    expect(await gone.text()).toMatch(/^There is no such sound/);
  }
});

it('makes its own sounds when they are first asked for, and as long as it said', async () => {
  const gong = await one('q=gong');
  const bytes = new Uint8Array(await (await fetch(address + gong.files[0]!.url)).arrayBuffer());
  expect([bytes.length, String.fromCharCode(...bytes.subarray(0, 4))]).toEqual([gong.files[0]!.bytes, 'RIFF']);
});

it('names what it cannot use', async () => {
  const { problems } = await list();
  expect(problems).toEqual([
    { file: 'bad/half/piece.json', why: 'piece' },
    { file: 'bad/noise.wav', why: 'unreadable' },
    { file: 'bad/nothing.mp3', why: 'empty' },
  ]);
});

it('notices what is added, changed, half copied and taken away', async () => {
  const added = join(folder, 'later/new.mp3');
  mkdirSync(join(folder, 'later'));
  copyFileSync(join(folder, 'calm/harbour.mp3'), join(base, 'whole.mp3'));
  // Copied in two halves: it is listed when it is whole.
  copyFileSync(join(base, 'whole.mp3'), added);
  truncateSync(added, 3000);
  appendFileSync(added, readFileSync(join(base, 'whole.mp3')).subarray(3000));
  await until(async () => (await list('collection=later')).total === 1);
  const before = await one('collection=later');
  expect(before.seconds).toBeCloseTo(30, 0);
  const [file] = before.files;
  expect((await fetch(address + file!.url)).ok).toBe(true);
  // What was changed underneath is another file: the old address leads nowhere, at once.
  sound(added, 21, { title: 'Other' });
  expect((await fetch(address + file!.url)).status).toBe(404);
  await until(async () => (await titles('collection=later'))[0] === 'Other');
  rmSync(added);
  await until(async () => (await list('collection=later')).total === 0);
});

it('starts from what it kept: the same list, without reading the files again', async () => {
  const before = (await list()).total;
  const kept = () => readdirSync(join(base, 'cache/shelf')).find((name) => name.endsWith('.json'));
  await until(async () => readFileSync(join(base, 'cache/shelf', kept()!), 'utf8').includes('harbour.mp3'));
  await stop();
  await start();
  await until(async () => {
    const page = await list();
    return page.reading === null && page.total === before;
  });
  expect((await one('q=harbour')).seconds).toBeCloseTo(30, 0);
});
