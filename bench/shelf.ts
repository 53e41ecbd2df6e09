import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import autocannon from 'autocannon';
import type { ShelfPage } from '../core/shelf';
import { hear } from '../core/music';
import { memorySource } from '../core/sound';
import { compose } from '../repertoire/compose';
import { Players, makePiece } from '../repertoire/make';
import { performLayer } from '../repertoire/perform';
import { PIECES } from '../repertoire/pieces';
import { median, timedAsync, type Figure, type Size } from './figure';

const PORT = 4893;
const ADDRESS = `http://localhost:${PORT}`;
const CLIENTS = 30;

const page = async (query: string): Promise<ShelfPage> => (await (await fetch(`${ADDRESS}/shelf/list?${query}`)).json()) as ShelfPage;

/** Starts the server with a teacher's folder; gives the seconds until it answers, and until its shelf is read. */
async function started(folder: string, cache: string): Promise<{ server: ChildProcess; ready: number }> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', 'dist', join(cache, 'demo'), '--shelf', folder], {
    env: { ...process.env, PORT: String(PORT) },
    stdio: 'ignore',
  });
  for (;;) {
    const there = await page('').catch(() => null);
    if (there) break;
    await new Promise((done) => setTimeout(done, 20));
  }
  const ready = await timedAsync(async () => {
    while ((await page('')).reading !== null) await new Promise((done) => setTimeout(done, 50));
  });
  return { server, ready };
}

/** Seconds until the first byte of an answer is there; the rest is taken in, too. */
const firstByte = (path: string, headers: Record<string, string> = {}): Promise<number> => {
  const began = performance.now();
  return new Promise((done, failed) => {
    get(ADDRESS + path, { headers }, (answer) => {
      let first: number | null = null;
      answer.on('data', () => (first ??= (performance.now() - began) / 1000));
      answer.on('end', () => done(first ?? Infinity));
      answer.on('error', failed);
    }).on('error', failed);
  });
};

async function stopped(server: ChildProcess): Promise<void> {
  const gone = new Promise((done) => server.once('exit', done));
  server.kill();
  await gone;
}

/** The served shelf: 2,000 files read and read again, its list, and a class that uses it all at once. */
export async function shelfFigures(size: Size): Promise<Figure[]> {
  const files = size === 'full' ? 2000 : 20;
  // Seconds of the load.
  const duration = size === 'full' ? 12 : 1;
  const base = mkdtempSync(join(tmpdir(), 'bench-shelf-'));
  const folder = join(base, 'music');
  mkdirSync(folder);
  const one = join(base, 'one.mp3');
  spawnSync('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', 'sine=frequency=330:duration=20', '-metadata', 'title=Song', one]);
  for (let i = 0; i < files; i += 1) copyFileSync(one, join(folder, `song ${i}.mp3`));
  writeFileSync(join(folder, 'credits.csv'), 'file,licence\nsong 1.mp3,CC0\n');
  try {
    const first = await started(folder, base);
    // What was read is written down a second later.
    await new Promise((done) => setTimeout(done, 2500));
    await stopped(first.server);
    const second = await started(folder, base);
    const asks: number[] = [];
    for (let i = 0; i < 40; i += 1) asks.push(await timedAsync(() => page(`q=song+${i}&page=1`)));
    const [wanted] = (await page('q=song')).entries;
    // Made once before: what is measured is the serving.
    const [own] = (await page('q=gong')).entries;
    await (await fetch(ADDRESS + own!.files[0]!.url)).arrayBuffer();
    const requests = [
      { path: '/shelf/list?q=song&page=3' },
      { path: wanted!.files[0]!.url, headers: { range: 'bytes=0-65535' } },
      { path: own!.files[0]!.url },
    ];
    // Thirty in a thread of their own, and one more whose waits are measured.
    let [begun, over] = [false, false];
    const loading = new Promise<autocannon.Result>((done, failed) => {
      const ended = (error: unknown, result: autocannon.Result) => (error ? failed(error as Error) : done(result));
      autocannon({ url: ADDRESS, connections: CLIENTS, duration, requests, workers: 1 }, ended).on('start', () => (begun = true));
    }).finally(() => (over = true));
    const waits: number[] = [];
    for (let i = 0; !over; i += 1) {
      const { path, headers } = requests[i % requests.length]!;
      const wait = await firstByte(path, headers);
      if (begun && !over) waits.push(wait);
    }
    const load = await loading;
    await stopped(second.server);
    return [
      { name: `Shelf: ${files} files at the first start`, value: first.ready, unit: 's', wanted: { most: 60 } },
      { name: 'Shelf: the same at the second start', value: second.ready, unit: 's', wanted: { most: 1 } },
      { name: 'Shelf: a search of its list', value: median(asks) * 1000, unit: 'ms', wanted: { most: 50 } },
      {
        name: 'Shelf: 30 clients, errors and answers that are none',
        value: load.errors + load.timeouts + load.non2xx,
        unit: '',
        wanted: { most: 0 },
      },
      { name: 'Shelf: 30 clients, answers a second', value: load.requests.average, unit: '/s' },
      { name: 'Shelf: 30 clients, first byte in the middle', value: median(waits) * 1000, unit: 'ms', wanted: { most: 100 } },
      { name: 'Shelf: 30 clients, a whole answer in the middle', value: load.latency.p50, unit: 'ms' },
    ];
  } finally {
    rmSync(base, { recursive: true });
  }
}

const near = (at: number, list: readonly number[]) => list.some((other) => Math.abs(at - other) <= 0.07);

/** The shelf's own music: how quickly it is made, and what is heard of it against its scores. */
export async function repertoireFigures(size: Size): Promise<Figure[]> {
  const pieces = size === 'full' ? PIECES : [...PIECES].sort((a, b) => compose(a).seconds - compose(b).seconds).slice(0, 1);
  const folder = mkdtempSync(join(tmpdir(), 'bench-own-'));
  const players = new Players();
  let seconds = 0;
  const took = await timedAsync(async () => {
    for (const piece of pieces) {
      await makePiece(piece, join(folder, piece.id), players);
      seconds += compose(piece).seconds;
    }
  });
  await players.close();
  rmSync(folder, { recursive: true });
  const heard = pieces.map((piece) => {
    const score = compose(piece);
    const sum = performLayer(score, 0);
    for (let i = 1; i < piece.layers.length; i += 1) performLayer(score, i).forEach((value, k) => (sum[k]! += value));
    const hearing = hear(memorySource(sum, 2));
    const beats = Array.from({ length: score.bars * piece.beats + 1 }, (_, i) => score.secondOf(i));
    const hits = hearing.moments.filter((at) => near(at, beats)).length;
    return {
      tempo: Math.abs((hearing.pulse.tempo ?? 0) / piece.tempo - 1) <= 0.04,
      beats: (2 * hits) / (hearing.moments.length + beats.length || 1),
    };
  });
  const right = heard.filter(({ tempo }) => tempo);
  return [
    { name: 'Own music made, times real time', value: seconds / took, unit: 'x', wanted: { least: 30 } },
    { name: 'Own music: tempo as in the score', value: (100 * right.length) / heard.length, unit: '%' },
    {
      name: 'Own music: beats of those, F-measure',
      value: median((right.length > 0 ? right : heard).map(({ beats }) => beats)),
      unit: '',
      wanted: { least: 0.9 },
    },
  ];
}
