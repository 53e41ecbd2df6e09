import { mutants } from './mutants';

const given = (name: string): string | undefined => {
  const at = process.argv.indexOf(name);
  return at < 0 ? undefined : process.argv[at + 1];
};

async function main(): Promise<void> {
  const held = await mutants(given('--json'));
  process.exitCode = held ? 0 : 1;
}

void main();
