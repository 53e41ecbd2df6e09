import { hashOf } from '../media/inside/hash';
import { work } from '../cabinets/inside/worker';
import type { Desk } from '../workers/serve';
import { bundle, pack } from './inside/pack';
import { ShowFile, readTimelineFile } from './inside/showFile';
import type { WorkCalls } from './work.protocol';

const open = new ShowFile();

work({
  pack,
  bundle,
  look: open.look,
  fetch: open.fetch,
  timeline: async ({ file, known }: Parameters<WorkCalls['timeline']>[0]) => readTimelineFile(await file.text(), known),
  hash: ({ file }: Parameters<WorkCalls['hash']>[0], desk: Desk) => hashOf(file, desk.signal, (share) => desk.progress(share)),
});
