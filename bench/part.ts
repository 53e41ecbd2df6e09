import { endBrowser } from './browser';
import { PARTS } from './parts';

/** `tsx bench/part.ts NAME`: measures one part and sends each figure to the process that asked, which ends this one where it takes too long. */
async function main(): Promise<void> {
  const part = PARTS.find(({ name }) => name === process.argv[2])!;
  try {
    for (const figure of await part.measure('full')) process.send!(figure);
  } finally {
    await endBrowser();
  }
  process.disconnect();
}

void main();
