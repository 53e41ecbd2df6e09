import type { CabinetKind } from '../cabinet';
import { databaseBlocks } from '../blocks';
import { privateFiles } from '../files';
import type { Cabinet, Place } from '../cabinet';

/** Finds out which cabinet this window may use, by writing a few bytes into each and reading them again. Workers only. */
export async function findCabinet(among: readonly string[]): Promise<CabinetKind> {
  if (among.includes('files') && (await holds(privateFiles))) return 'files';
  if (among.includes('blocks') && (await holds(databaseBlocks))) return 'blocks';
  return 'memory';
}

async function holds(cabinet: Cabinet): Promise<boolean> {
  const name = `trial-${crypto.randomUUID()}`;
  const place: Place = ['written', name];
  try {
    const file = await cabinet.create([place[0], `${name}.part`]);
    file.write(Uint8Array.of(1, 2, 3), 0);
    await file.finish(name);
    const kept = await (await cabinet.file(place))?.arrayBuffer();
    await cabinet.remove(place);
    return kept !== undefined && new Uint8Array(kept).join() === '1,2,3';
  } catch (error) {
    // A full one is one all the same.
    await cabinet.remove([place[0], `${name}.part`]).catch(() => undefined);
    return error instanceof DOMException && error.name === 'QuotaExceededError';
  }
}
