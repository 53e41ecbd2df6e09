import { parentPort } from 'node:worker_threads';
import { compose } from './compose';
import { performLayer } from './perform';
import { PIECES } from './pieces';
import { wavOf } from './wav';

/** What a worker is asked: one layer of a piece. */
export interface Asked {
  readonly piece: string;
  readonly layer: number;
}

/** Its samples, for the sum, and its file. */
export interface Done {
  readonly sound: Float32Array;
  readonly file: Uint8Array;
}

parentPort?.on('message', ({ piece, layer }: Asked) => {
  const sound = performLayer(compose(PIECES.find(({ id }) => id === piece)!), layer);
  const file = wavOf(sound, 2);
  parentPort!.postMessage({ sound, file } satisfies Done, [sound.buffer as ArrayBuffer, file.buffer as ArrayBuffer]);
});
