import { Output, StreamTarget, type OutputFormat } from 'mediabunny';
import type { Tags } from '../../../core/files';
import { storageFailure } from '../../media/folders';
import { openOut } from '../../media/inside/out';
import type { Destination } from '../write.protocol';

/** Bytes that are gathered before they go to the disk. */
const CHUNK = 2 << 20;

/** Writes a file through a muxer: whole, or nothing of it stays. Memory does not grow with it. */
export async function writeThrough(
  { name, target }: Destination,
  tags: Tags,
  format: (fix: (bytes: Uint8Array<ArrayBuffer>, at: number) => void) => OutputFormat,
  work: (output: Output) => Promise<void>,
): Promise<number> {
  const out = await openOut(name, target);
  let bytes = 0;
  const fixes: { bytes: Uint8Array<ArrayBuffer>; at: number }[] = [];
  const sink = new WritableStream<{ data: Uint8Array<ArrayBuffer>; position: number }>({
    async write({ data, position }) {
      await out.writeAt(data, position);
      bytes = Math.max(bytes, position + data.length);
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
    await out.finish();
    return bytes;
  } catch (error) {
    if (output.state !== 'finalized' && output.state !== 'canceled') await output.cancel().catch(() => undefined);
    throw storageFailure(error);
  } finally {
    await out.close();
  }
}
