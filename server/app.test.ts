import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { createApp } from './app';

const folder = mkdtempSync(join(tmpdir(), 'server-'));
const id = 'ab'.repeat(32);
const HASHED = `entry-${'0a'.repeat(16)}.js`;
const lines: string[] = [];
let server: Server;
let base: string;

beforeAll(async () => {
  mkdirSync(join(folder, 'site'));
  mkdirSync(join(folder, 'demo/media'), { recursive: true });
  writeFileSync(join(folder, 'site/index.html'), 'the application');
  writeFileSync(join(folder, 'secret.txt'), 'secret');
  writeFileSync(join(folder, 'demo/show.json'), '{}');
  writeFileSync(join(folder, `demo/media/${id}.wav`), '0123456789');
  const script = 'let water = 1;'.repeat(200);
  writeFileSync(join(folder, 'site', HASHED), script);
  writeFileSync(join(folder, 'site', `${HASHED}.br`), brotliCompressSync(script));
  server = createApp({ site: join(folder, 'site'), demo: join(folder, 'demo'), log: (line) => lines.push(line) }).listen(0);
  await new Promise((resolve) => server.on('listening', resolve));
  base = `http://localhost:${(server.address() as AddressInfo).port}`;
});

afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

it('answers every screen with the application, under a policy that lets nothing foreign in', async () => {
  for (const path of ['/', '/show/demo', '/anything/else']) {
    const response = await fetch(base + path);
    expect(await response.text()).toBe('the application');
    expect(response.headers.get('content-security-policy')).toContain("default-src 'self'");
  }
});

it('serves the demo and parts of its media', async () => {
  expect((await fetch(`${base}/demo/show.json`)).status).toBe(200);
  const part = await fetch(`${base}/demo/media/${id}`, { headers: { range: 'bytes=2-4' } });
  expect(part.status).toBe(206);
  expect(await part.text()).toBe('234');
});

it.each([
  '/missing.js',
  `/demo/media/${'cd'.repeat(32)}`,
  '/demo/media/..%2f..%2fsecret.txt',
  '/demo/media/x%2e%2e%2fy',
  '/..%2fsecret.txt',
  '/%',
])('finds nothing at %s and says no more than that', async (path) => {
  const response = await fetch(base + path);
  const body = await response.text();
  expect(response.status).toBeGreaterThanOrEqual(400);
  expect(body).not.toMatch(/secret|Error|node_modules/);
});

it('says it in the language that whoever asks would rather read', async () => {
  const asked = async (language: string) => (await fetch(`${base}/missing.js`, { headers: { 'accept-language': language } })).text();
  expect(await asked('fr, de-AT;q=0.8, en;q=0.5')).toBe('Diese Datei gibt es hier nicht.');
  expect(await asked('en-GB')).toBe('There is no such file here.');
});

it('sends what was compressed when it was built, to be kept for ever where a hash is in its name', async () => {
  const answer = await fetch(`${base}/${HASHED}`, { headers: { 'accept-encoding': 'gzip, br' } });
  expect(answer.headers.get('content-encoding')).toBe('br');
  expect(answer.headers.get('cache-control')).toContain('immutable');
  expect(await answer.text()).toContain('let water');
  const plain = await fetch(`${base}/${HASHED}`, { headers: { 'accept-encoding': 'identity' } });
  expect(plain.headers.get('content-encoding')).toBeNull();
  expect((await fetch(base)).headers.get('cache-control')).toBe('no-cache');
});

it('says that it is well, who may do what with its pages, and one line for each request; it takes nothing in', async () => {
  expect(await (await fetch(`${base}/health`)).json()).toMatchObject({ status: 'ok' });
  const { headers } = await fetch(base);
  expect(headers.get('x-content-type-options')).toBe('nosniff');
  expect(headers.get('referrer-policy')).toBe('no-referrer');
  expect(headers.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe-inline/);
  expect(headers.get('x-powered-by')).toBeNull();
  lines.length = 0;
  const refused = await fetch(`${base}/health`, { method: 'POST', body: 'x'.repeat(1 << 16) });
  expect([refused.status, refused.headers.get('allow')]).toEqual([405, 'GET, HEAD']);
  expect(lines).toHaveLength(1);
  expect(lines[0]).toMatch(/^POST \/health 405 /);
});
