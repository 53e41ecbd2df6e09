import { storageFailure } from '../../cabinets/cabinet';
import { places } from '../folders';
import { PlaceWriter } from '../write';

/** A file that is being written. */
export interface Out {
  /** Appends. */
  write(bytes: Uint8Array<ArrayBuffer>): Promise<void> | void;
  /** Writes at a place: over what is there, or beyond it. */
  writeAt(bytes: Uint8Array<ArrayBuffer>, at: number): Promise<void> | void;
  finish(): Promise<void>;
  /** Without `finish` before it, nothing of what was written stays. Closing twice is harmless. */
  close(): Promise<void>;
}

/** Opens the file that the person chose, or else one in the cabinet. Whoever opens it closes it. */
export async function openOut(name: string, target: FileSystemFileHandle | null): Promise<Out> {
  return target ? chosenFile(target) : keptFile(await PlaceWriter.open(places.written(name)));
}

function keptFile(file: PlaceWriter): Out {
  const behind = () => file.behind ?? undefined;
  return {
    write(bytes) {
      file.write(bytes);
      return behind();
    },
    writeAt(bytes, at) {
      file.writeAt(bytes, at);
      return behind();
    },
    finish: () => file.finish(),
    close: () => file.close(),
  };
}

async function chosenFile(handle: FileSystemFileHandle & { remove?: () => Promise<void> }): Promise<Out> {
  // What stood there before stays until all is written; a new, empty one goes with what did not come.
  const isNew = (await handle.getFile()).size === 0;
  const stream = await handle.createWritable();
  let done = false;
  const put = async (chunk: Uint8Array<ArrayBuffer> | WriteParams) => {
    try {
      await stream.write(chunk);
    } catch (error) {
      throw storageFailure(error);
    }
  };
  return {
    write: (bytes) => put(bytes),
    writeAt: (data, position) => put({ type: 'write', data, position }),
    async finish() {
      await stream.close();
      done = true;
    },
    async close() {
      if (done) return;
      done = true;
      await stream.abort().catch(() => undefined);
      if (isNew) await handle.remove?.().catch(() => undefined);
    },
  };
}
