import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';

/** `bed`, the core on the command line. */
export function bed(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [resolve('node_modules/tsx/dist/cli.mjs'), resolve('cli/bed.ts'), ...args],
    { encoding: 'utf8' },
  );
  return { status, stdout, stderr };
}

/** What ffmpeg says while it does something. */
export function ffmpeg(...args: string[]): string {
  return spawnSync('ffmpeg', ['-hide_banner', '-nostdin', '-y', ...args], { encoding: 'utf8' }).stderr;
}
