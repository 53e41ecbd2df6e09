import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { buildSync } from 'esbuild';

let bundle: string | null = null;

/** The program as one file, made once a process: started from its sources it would be compiled anew each time. */
function bundled(): string {
  if (bundle) return bundle;
  const outfile = resolve(`.cache/bed-${process.pid}.mjs`);
  buildSync({ entryPoints: [resolve('cli/bed.ts')], outfile, bundle: true, platform: 'node', format: 'esm', packages: 'external' });
  process.once('exit', () => rmSync(outfile, { force: true }));
  return (bundle = outfile);
}

/** `bed`, the core on the command line. */
export function bed(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundled(), ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
}

/** What ffmpeg says while it does something. */
export function ffmpeg(...args: string[]): string {
  return spawnSync('ffmpeg', ['-hide_banner', '-nostdin', '-y', ...args], { encoding: 'utf8' }).stderr;
}
