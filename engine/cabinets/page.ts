import { serve } from '../workers/serve';
import { clientOver, type WorkerClient } from '../workers/client';
import type { Calls } from '../workers/call';
import { databaseBlocks } from './blocks';
import type { CabinetKind } from './cabinet';
import { chooseBy } from './current';
import { privateFiles } from './files';
import type { Greeting } from './greeting';
import { memoryCabinet, pagesMemory } from './memory';
import { rememberCabinet, rememberedCabinet } from './remembered';

const memory = pagesMemory();

let found: Promise<CabinetKind> | null = null;

/** Which cabinet this window has; found out once. */
export const cabinetKind = (): Promise<CabinetKind> => (found ??= find());

async function find(): Promise<CabinetKind> {
  // Without workers, as in tests, there is nobody to ask.
  if (typeof Worker === 'undefined') return 'files';
  const remembered = await rememberedCabinet();
  if (remembered) return remembered;
  const kind = await tried();
  void rememberCabinet(kind);
  return kind;
}

chooseBy(async () => ({ files: privateFiles, blocks: databaseBlocks, memory: memoryCabinet(memory) })[await cabinetKind()]);

/** What the page itself may open; its workers may open no more. */
async function openable(): Promise<CabinetKind[]> {
  const kinds: CabinetKind[] = [];
  for (const [kind, cabinet] of [['files', privateFiles] as const, ['blocks', databaseBlocks] as const]) {
    const may = await cabinet.names('written').then(
      () => true,
      () => false,
    );
    if (may) kinds.push(kind);
  }
  return kinds;
}

async function tried(): Promise<CabinetKind> {
  const kinds = await openable();
  if (kinds.length === 0) return 'memory';
  return new Promise((resolve) => {
    const worker = new Worker(new URL('./trial.worker', window.location.href), { name: kinds.join() });
    const answer = (kind: CabinetKind) => {
      worker.terminate();
      resolve(kind);
    };
    worker.onmessage = ({ data }: MessageEvent<CabinetKind>) => answer(data);
    worker.onerror = () => answer('memory');
  });
}

/** A client over real workers, which use this window's cabinet. */
export function clientOf<Worked extends Calls>(start: () => Worker): WorkerClient<Worked> {
  return clientOver<Worked>(() => {
    const worker = start();
    const { port1, port2 } = new MessageChannel();
    worker.postMessage({ kind: 'cabinet', port: port2 } satisfies Greeting, [port2]);
    void cabinetKind().then((which) => {
      port1.postMessage({ which });
      if (which === 'memory') {
        serve(port1, { ...memory });
        port1.start();
      }
    });
    return worker;
  });
}
