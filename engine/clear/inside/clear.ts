import { Rnnoise } from '@shiguredo/rnnoise-wasm';
import { clearing } from '../../../core/treat';
import { places, fileAt } from '../../media/folders';
import { openPcm } from '../../media/inside/pcm';
import { PlaceWriter } from '../../media/write';
import { finished } from '../../workers/finished';
import type { Desk } from '../../workers/serve';
import type { ClearCalls } from '../clear.protocol';

/** The network, loaded once. */
let network: Promise<Rnnoise> | null = null;

/** Works out what clear voice makes of a stored sound, unless that is kept already. */
export async function clear({ media }: Parameters<ClearCalls['clear']>[0], desk: Desk): Promise<void> {
  if (await fileAt(places.cleared(media))) return;
  const rnnoise = await (network ??= load());
  const source = await openPcm(media);
  try {
    const out = await PlaceWriter.open(places.cleared(media));
    try {
      await finished(written(source, rnnoise, out), desk);
      await out.finish();
    } finally {
      await out.close();
    }
  } finally {
    source.close();
  }
}

/** The bundler asks for a module's own address in a registry of the page, which workers have none of. */
function load(): Promise<Rnnoise> {
  Object.assign(globalThis, { __ExpoImportMetaRegistry: { url: self.location.href } });
  return Rnnoise.load();
}

function* written(source: Parameters<typeof clearing>[0], rnnoise: Rnnoise, out: PlaceWriter): Generator<number, void> {
  for (const { share, block } of clearing(source, () => rnnoise.createDenoiseState())) {
    out.write(block);
    yield share;
  }
}
