import type { Cabinet } from '../cabinet';
import type { Greeting } from '../greeting';
import { chooseBy } from '../current';
import { databaseBlocks } from '../blocks';
import { privateFiles } from '../files';
import { memoryCabinet, type MemoryCalls } from '../memory';
import { WorkerClient } from '../../workers/client';
import { serve } from '../../workers/serve';

/** Answers the page's calls, with the cabinet that the page's window has. */
export function work(calls: Parameters<typeof serve>[1]): void {
  const line = self as unknown as Parameters<typeof serve>[0];
  // The page's first message; it comes before any call.
  line.addEventListener('message', ({ data }: MessageEvent<Greeting>) => {
    if (data.kind !== 'cabinet') return;
    const answer = told(data.port);
    chooseBy(() => answer);
  });
  serve(line, calls);
}

const told = (port: MessagePort) =>
  new Promise<Cabinet>((resolve) => {
    port.onmessage = ({ data: { which } }: MessageEvent<{ which: string }>) => {
      if (which === 'files') resolve(privateFiles);
      else if (which === 'blocks') resolve(databaseBlocks);
      else resolve(memoryCabinet(askPage(port)));
    };
  });

/** Asks the page for what it keeps in its memory. */
function askPage(port: MessagePort): MemoryCalls {
  port.onmessage = null;
  port.start();
  const page = new WorkerClient<MemoryCalls>(() => ({ line: port, end: () => port.close(), onDeath: () => undefined }));
  return {
    file: (details) => page.call('file', details),
    put: (details) => page.call('put', details),
    remove: (details) => page.call('remove', details),
    names: (details) => page.call('names', details),
  };
}
