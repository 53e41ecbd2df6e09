import { spawn } from 'node:child_process';
import { setTimeout as wait } from 'node:timers/promises';

/** A server of the built application that tests or the bench have started. */
export interface Served {
  readonly base: string;
  /** Ends it at once, as a machine would that is switched off, and waits until it is gone. */
  end(): Promise<void>;
}

/** Starts the server on a port and waits until it answers. @param more its own arguments, such as `--shelf FOLDER`. */
export async function serve(port: number, more: readonly string[] = [], site = 'dist'): Promise<Served> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', site, '.cache/demo', ...more], {
    env: { ...process.env, PORT: String(port) },
    // It says a line for each request: a pipe that nobody reads would stop it.
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const gone = new Promise<void>((done) => child.once('exit', () => done()));
  const base = `http://localhost:${port}`;
  const answers = () =>
    fetch(`${base}/health`)
      .then(({ ok }) => ok)
      .catch(() => false);
  while (!(await answers())) {
    if (child.exitCode !== null) throw new Error(`the server for port ${port} ended with ${child.exitCode}`);
    await wait(50);
  }
  return {
    base,
    end() {
      child.kill('SIGKILL');
      return gone;
    },
  };
}
