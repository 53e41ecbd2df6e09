import { endBrowser } from './browser';
import { pace } from './figure';
import { PARTS } from './parts';

/** `tsx bench/part.ts NAME`: measures one part and sends each figure to the process that asked, which ends this one where it takes too long. */
async function main(): Promise<void> {
  const part = PARTS.find(({ name }) => name === process.argv[2])!;
  try {
    const before = pace();
    const figures = await part.measure('full');
    const meanwhile = (before + pace()) / 2;
    for (const figure of figures) process.send!(part.paced ? { ...figure, pace: meanwhile } : figure);
  } finally {
    await endBrowser();
  }
  process.disconnect();
}

void main();
