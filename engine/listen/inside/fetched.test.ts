import { createHash } from 'node:crypto';
import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { WavWriter } from '../../../core/files';
import { Failure, type FailureCode } from '../../../core/failure';
import { FakeFiles } from '../../../tests/opfs';
import { noise } from '../../../tests/tones';
import { fetchSound } from './fetched';

const frames = 24_000;
const writer = new WavWriter('int16', 1, 48_000);
const song = Buffer.concat([writer.header(frames), writer.encode(noise(frames, 4), frames)]);

let files: FakeFiles;
let server: Server;
/** What the server does with a request. */
let answer: (response: ServerResponse) => void;
let url: string;

beforeAll(async () => {
  server = createServer((_request, response) => answer(response)).listen(0);
  await new Promise((done) => server.once('listening', done));
  url = `http://localhost:${(server.address() as AddressInfo).port}/shelf/sounds/x/0`;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});

const desk = (signal = new AbortController().signal, progress: (share: number) => void = () => undefined) => ({ signal, progress });
const bring = (bytes = song.length, ...how: Parameters<typeof desk>) => fetchSound({ url, name: 'Song', bytes }, desk(...how));

async function failsWith(code: FailureCode, work: Promise<unknown>): Promise<void> {
  const failure = await work.then(
    () => null,
    (error: unknown) => error,
  );
  expect(failure).toBeInstanceOf(Failure);
  expect((failure as Failure).code).toBe(code);
  // Nothing of it stays, and nothing is left open.
  expect([files.names(), files.open]).toEqual([[], 0]);
}

it('streams a sound onto the disk and takes it in under its hash', async () => {
  const shares: number[] = [];
  answer = (response) => {
    for (let at = 0; at < song.length; at += 5000) response.write(song.subarray(at, at + 5000));
    response.end();
  };
  const { media, facts } = await bring(song.length, undefined, (share) => void shares.push(share));
  const id = createHash('sha256').update(song).digest('hex');
  expect(media).toMatchObject({ id, kind: 'sound', title: 'Song', bytes: song.length, seconds: 0.5, channels: 1 });
  expect(facts).toMatchObject({ frames });
  expect(Buffer.from(files.bytes('media', id)).equals(song)).toBe(true);
  // The file it was fetched into is gone.
  expect(files.names().filter((name) => name.startsWith('written/'))).toEqual([]);
  expect([...shares]).toEqual([...shares].sort((a, b) => a - b));
});

it('a server that breaks off, is away or says nothing of the kind: a sentence each, and nothing stays', async () => {
  answer = (response) => {
    response.writeHead(200, { 'content-length': song.length });
    response.write(song.subarray(0, 9000), () => response.destroy());
  };
  await failsWith('shelf.away', bring());
  answer = (response) => response.writeHead(500).end('broken');
  await failsWith('shelf.away', bring());
  await failsWith('shelf.away', fetchSound({ url: 'http://localhost:1/x', name: 'Song', bytes: 1 }, desk()));
});

it('what was taken away or changed underneath is not what was chosen', async () => {
  answer = (response) => response.writeHead(404).end();
  await failsWith('shelf.gone', bring());
  answer = (response) => response.end(song);
  await failsWith('shelf.gone', bring(song.length - 2));
  await failsWith('shelf.away', bring(song.length + 2));
});

it('what is no sound is refused like any file', async () => {
  const text = Buffer.from('<html>this is no sound</html>'.repeat(40));
  answer = (response) => response.end(text);
  await failsWith('media.unknown', bring(text.length));
});

it('is stopped while it comes', async () => {
  const stop = new AbortController();
  answer = (response) => {
    response.writeHead(200, { 'content-length': song.length });
    response.write(song.subarray(0, 9000), () => stop.abort());
  };
  await failsWith('cancelled', bring(song.length, stop.signal));
});

it('a full disk says so', async () => {
  answer = (response) => response.end(song);
  files.quota = 4000;
  await failsWith('storage.full', bring());
});
