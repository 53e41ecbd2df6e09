import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { browserFigures } from './browser';
import { coreFigures } from './core';
import { fitFigures } from './fit';
import { historyFigures } from './history';
import { shelfFigures } from './shelf';
import { treatFigures } from './treat';
import { voiceFigures } from './voice';
import { table, type Figure } from './figure';

/** Share of test lines among all lines of code that git tracks. */
function testShare(): Figure {
  const files = spawnSync('git', ['ls-files'], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((name) => /\.(ts|tsx|js|mjs|cjs)$/.test(name));
  const lines = (name: string) =>
    readFileSync(name, 'utf8')
      .split('\n')
      .filter((line) => line.trim() !== '').length;
  const isTest = (name: string) => /\.(test|spec)\.tsx?$/.test(name) || /^(e2e|tests)\//.test(name);
  const all = files.reduce((sum, name) => sum + lines(name), 0);
  const tests = files.filter(isTest).reduce((sum, name) => sum + lines(name), 0);
  return { name: 'Tests among all lines of code', value: (tests / all) * 100, unit: '%', wanted: { least: 25, most: 33 } };
}

async function main(): Promise<void> {
  const figures = [
    ...(await coreFigures()),
    ...historyFigures(),
    ...fitFigures(),
    ...voiceFigures(),
    ...(await treatFigures()),
    ...(await shelfFigures()),
    ...(await browserFigures()),
    testShare(),
  ];
  console.log(table(figures));
  const at = process.argv.indexOf('--json');
  const file = at < 0 ? undefined : process.argv[at + 1];
  if (file) writeFileSync(file, JSON.stringify(figures, null, 2));
}

void main();
