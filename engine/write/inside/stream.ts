import { Output, StreamTarget, type OutputFormat } from 'mediabunny';
import { Failure } from '../../../core/failure';
import type { Tags } from '../../../core/files';
import { storageFailure } from '../../cabinets/cabinet';
import { openOut } from '../../media/inside/out';
import type { Desk } from '../../workers/serve';
import type { Destination } from '../write.protocol';

/** Bytes that are gathered before they go to the disk. */
const CHUNK = 2 << 20;

/** Room that is left free in a file: whatever lies behind it moves by so many bytes. */
export interface Room {
  /** Where it begins, from the file's first bytes. */
  after(head: Uint8Array): number;
  readonly bytes: number;
}

/** How a file is put together. */
export interface Muxing {
  /** `fix` writes over what was written, once all of it is there; places are those in the finished file. */
  format(fix: (bytes: Uint8Array<ArrayBuffer>, at: number) => void): OutputFormat;
  readonly room?: Room | undefined;
}

/** Writes a file through a muxer: whole, or nothing of it stays. Memory does not grow with it. @throws Failure `cancelled`, `storage.*`. */
export async function writeThrough(
  { name, target }: Destination,
  tags: Tags,
  { format, room }: Muxing,
  { signal }: Desk,
  work: (output: Output) => Promise<void>,
): Promise<number> {
  const out = await openOut(name, target);
  let bytes = 0;
  let from = Infinity;
  const fixes: { bytes: Uint8Array<ArrayBuffer>; at: number }[] = [];
  const sink = new WritableStream<{ data: Uint8Array<ArrayBuffer>; position: number }>({
    async write({ data, position }) {
      if (room && position === 0 && from === Infinity) from = room.after(data);
      const before = Math.max(0, Math.min(data.length, from - position));
      if (before > 0) await out.writeAt(data.subarray(0, before), position);
      if (before < data.length) await out.writeAt(data.subarray(before), position + before + room!.bytes);
      bytes = Math.max(bytes, position + data.length + (before < data.length ? room!.bytes : 0));
    },
  });
  const output = new Output({
    format: format((fixed, at) => fixes.push({ bytes: fixed, at })),
    target: new StreamTarget(sink, { chunked: true, chunkSize: CHUNK }),
  });
  try {
    output.setMetadataTags(Object.fromEntries(Object.entries(tags).filter(([, said]) => said)));
    await work(output);
    await output.finalize();
    for (const fix of fixes) await out.writeAt(fix.bytes, fix.at);
    if (signal.aborted) throw new Failure('cancelled');
    await out.finish();
    return bytes;
  } catch (error) {
    if (output.state !== 'finalized' && output.state !== 'canceled') await output.cancel().catch(() => undefined);
    throw storageFailure(error);
  } finally {
    await out.close();
  }
}
