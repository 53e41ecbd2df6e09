import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where what was fetched stays between runs. */
const CACHE = join(tmpdir(), 'rain-bed-bench');

function run(command: string, args: readonly string[], cwd: string): string {
  const { status, stdout, stderr, error } = spawnSync(command, args, { cwd, encoding: 'utf8' });
  if (error || status !== 0) throw new Error(`${command} ${args.join(' ')}: ${error?.message ?? stderr}`);
  return stdout;
}

/** Folder with the files of a Debian package, downloaded by name and unpacked, not installed. @throws where it cannot be had. */
export function unpacked(name: string): string {
  const folder = join(CACHE, name);
  if (existsSync(join(folder, 'usr'))) return folder;
  mkdirSync(folder, { recursive: true });
  run('apt-get', ['download', '-q', name], folder);
  const file = readdirSync(folder).find((one) => one.endsWith('.deb'))!;
  run('dpkg-deb', ['-x', file, '.'], folder);
  return folder;
}

/** Files below a folder whose names end so, in order. */
export function filesBelow(folder: string, ending: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith(ending))
    .map((name) => join(folder, name))
    .filter((path) => statSync(path).isFile())
    .sort();
}

/** Several sounds as one, none louder than it may be, as a WAV. */
export function mixed(paths: readonly string[], name: string): string {
  const out = join(CACHE, `${name}.wav`);
  if (existsSync(out)) return out;
  const inputs = paths.flatMap((path) => ['-i', path]);
  const filter = `amix=inputs=${paths.length}:normalize=0,alimiter=limit=0.97:level=0`;
  run('ffmpeg', ['-nostdin', '-v', 'error', '-y', ...inputs, '-filter_complex', filter, '-ar', '48000', '-ac', '2', out], CACHE);
  return out;
}
