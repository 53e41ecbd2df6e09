import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from './app';

const folder = mkdtempSync(join(tmpdir(), 'server-'));
const id = 'ab'.repeat(32);
let server: Server;
let base: string;

beforeAll(async () => {
  mkdirSync(join(folder, 'site'));
  mkdirSync(join(folder, 'demo/media'), { recursive: true });
  writeFileSync(join(folder, 'site/index.html'), 'the application');
  writeFileSync(join(folder, 'secret.txt'), 'secret');
  writeFileSync(join(folder, 'demo/show.json'), '{}');
  writeFileSync(join(folder, `demo/media/${id}.wav`), '0123456789');
  server = createApp({ site: join(folder, 'site'), demo: join(folder, 'demo') }).listen(0);
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
