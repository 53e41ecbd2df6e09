import { spawn } from 'node:child_process';
import { holds, table } from '../figure';
import { hostile } from './hostile';
import { material } from './material';
import { mutants } from './mutants';
import { torture } from './rounds';

const PORT = 4887;

const given = (name: string, usual: number): number => {
  const at = process.argv.indexOf(name);
  return at > 0 ? Number(process.argv[at + 1]) : usual;
};

/** `npm run bench -- --torture [--rounds 1000] [--mutants 10000] [--seed 1]`. */
async function main(): Promise<void> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts', 'dist', '.cache/demo'], {
    env: { ...process.env, PORT: String(PORT) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((ready) => server.stdout.once('data', ready));
  try {
    const base = `http://localhost:${PORT}`;
    const seed = given('--seed', 1);
    const { photo: red, song: music, work, media, works } = await material();
    const small = await hostile(base);
    console.log(table(small));
    const rounds = await torture({ base, rounds: given('--rounds', 1_000), seed, song: music, photo: red, work });
    console.log('Rounds that were ended at a random moment:', rounds.rounds);
    const mutated = await mutants({ base, count: given('--mutants', 10_000), seed, media, works });
    console.log('Mutated files, by ending and what became of them:', mutated.rounds);
    console.log(`The slowest took ${Math.round(mutated.slowest)} ms, the largest process ${Math.round(mutated.most / 1e6)} MB`);
    const faults = [...small.filter((figure) => holds(figure) === false).map(({ name }) => name), ...rounds.faults, ...mutated.faults];
    for (const fault of faults) console.log(`  ${fault}`);
    console.log(`${faults.length} faults`);
    process.exitCode = faults.length > 0 ? 1 : 0;
  } finally {
    server.kill('SIGKILL');
  }
}

void main();
