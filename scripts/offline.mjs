// `node scripts/offline.mjs dist`: makes a built application one that can be installed and works without its server: what it says of itself,
// and a service worker that keeps all of it.
import { readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { generateSW } from 'workbox-build';
import { give } from './ground.mjs';

const folder = resolve(process.argv[2] ?? 'dist');
const HEAD = `<link rel="manifest" href="/manifest.webmanifest"/><link rel="apple-touch-icon" href="/icons/icon-180.png"/><meta name="theme-color" content="#2A6582"/>`;

const page = join(folder, 'index.html');
writeFileSync(page, readFileSync(page, 'utf8').replace('</head>', `${HEAD}</head>`));
const { warnings } = await generateSW({
  globDirectory: folder,
  globPatterns: ['**/*.{js,css,html,json,ttf,wasm,ico,png,webmanifest}'],
  globIgnores: ['metadata.json', 'offline.js'],
  swDest: join(folder, 'service-worker.js'),
  importScripts: ['/offline.js'],
  inlineWorkboxRuntime: true,
  sourcemap: false,
  // A screen of the application, wherever it is asked for; what only the server can answer is left to it.
  navigateFallback: '/index.html',
  navigateFallbackDenylist: [/^\/(demo|shelf|health)(\/|$)/, /\.[a-z0-9]{1,5}$/i],
  // Names with a hash in them need no other sign that they changed.
  dontCacheBustURLsMatching: /[-.][0-9a-f]{32}(@\dx)?\.[a-z0-9.]+$/,
  maximumFileSizeToCacheInBytes: 32 << 20,
  cleanupOutdatedCaches: true,
  // A new version waits until nobody works with the old one any more.
  skipWaiting: false,
  clientsClaim: false,
});
if (warnings.length > 0) give(`Not all of the application could be kept for working offline: ${warnings.join(' ')}`);
