// What the entry scripts stand on: Node alone, no package installed yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { nameByContent } from './names.mjs';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const cache = join(root, '.cache');

/** Ends the script with a sentence instead of a stack. */
export function give(sentence) {
  console.error(sentence);
  process.exit(1);
}

/** Runs a program in the project's folder with its output shown. Gives its exit code. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.error) give(`${command} could not be started: ${result.error.message}`);
  return result.status ?? 1;
}

export function node(args, options) {
  return run(process.execPath, args, options);
}

/** Runs Node beside other work and shows what it said once it has ended. Gives its exit code and its output. */
export function nodeBeside(args, options) {
  return new Promise((done, failed) => {
    const child = spawn(process.execPath, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said += piece));
    child.on('error', failed);
    child.on('close', (status) => {
      process.stdout.write(said);
      done({ status: status ?? 1, said });
    });
  });
}

/** Path of an installed package's command, to be run by Node itself. */
export function tool(name) {
  const [folder, bin = name.split('/').at(-1)] = name.split(':');
  const manifest = JSON.parse(readFileSync(join(root, 'node_modules', folder, 'package.json'), 'utf8'));
  const path = typeof manifest.bin === 'string' ? manifest.bin : manifest.bin[bin];
  return join(root, 'node_modules', folder, path);
}

/** Hash of the contents of files and folders: what was made from them is remade when it changes. */
export function fingerprint(paths) {
  const hash = createHash('sha256').update(process.version);
  const add = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) if (!name.startsWith('.')) add(join(path, name));
    } else if (!/\.test\.tsx?$/.test(path)) hash.update(relative(root, path)).update(readFileSync(path));
  };
  for (const path of paths) add(join(root, path));
  return hash.digest('hex');
}

/** Does `work` unless it was done before from the very same inputs and what it makes is still there. */
export function once(name, inputs, made, work) {
  const stamp = join(cache, `${name}.stamp`);
  const print = fingerprint(inputs);
  const known = existsSync(stamp) && readFileSync(stamp, 'utf8') === print;
  if (known && existsSync(join(root, made))) return false;
  work();
  mkdirSync(cache, { recursive: true });
  writeFileSync(stamp, print);
  return true;
}

/** Installs the npm packages of the lock file where they are missing or out of date. */
export function ensurePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) give(`Rain Bed needs Node 20.19 or newer; this is ${process.versions.node}.`);
  once('packages', ['package.json', 'package-lock.json'], 'node_modules/.package-lock.json', () => {
    console.log('Installing packages …');
    const status = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
    if (status !== 0) give('The packages could not be installed: npm says why above. Is the npm registry within reach?');
  });
}

const SITE_INPUTS = [
  'app',
  'ui',
  'session',
  'engine',
  'words',
  'core',
  'assets',
  'public',
  'app.json',
  'babel.config.js',
  'metro.config.js',
  'tailwind.config.js',
  'package-lock.json',
  'scripts/compress.mjs',
  'scripts/minify.cjs',
  'scripts/names.mjs',
  'scripts/offline.mjs',
];

/** Builds the web application into dist/. */
export function ensureSite() {
  return once('site', SITE_INPUTS, 'dist/service-worker.js', () => {
    console.log('Building the web application (a minute or two the first time) …');
    const env = { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' };
    const status = node([tool('expo'), 'export', '-p', 'web'], { env, stdio: ['ignore', 'ignore', 'inherit'] });
    if (status !== 0) give('The web application could not be built: the reason stands above.');
    nameByContent(join(root, 'dist'));
    if (node(['scripts/offline.mjs', 'dist']) !== 0)
      give('The application could not be made ready for working offline: the reason stands above.');
    if (node(['scripts/compress.mjs', 'dist', '.cache/compressed']) !== 0)
      give('The application could not be compressed: the reason stands above.');
  });
}

/** Composes, draws and lays out the demo show. */
export function ensureDemo() {
  return once('demo', ['demo', 'repertoire', 'core'], '.cache/demo/radio.json', () => {
    console.log('Composing and drawing the demo show …');
    if (node([tool('tsx'), 'demo/main.ts', join(cache, 'demo')]) !== 0) give('The demo show could not be made: the reason stands above.');
  });
}
