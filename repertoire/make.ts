import { once } from 'node:events';
import { mkdir, rename, rm, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Piece } from './score';
import type { Asked, Done } from './worker';
import { wavOf } from './wav';

/** Name of the file with the sum of all layers. */
export const SUM = 'sum.wav';
/** Name of a layer's file. */
export const layerFile = (index: number): string => `${index + 1}.wav`;

/** Workers that play layers, as many as there are processors; they start when they are first needed. */
export class Players {
  private readonly idle: Worker[] = [];
  private readonly waiting: ((worker: Worker) => void)[] = [];
  private started = 0;

  constructor(private readonly most = Math.max(1, availableParallelism())) {}

  private async take(): Promise<Worker> {
    const free = this.idle.pop();
    if (free) return free;
    if (this.started < this.most) {
      this.started += 1;
      // A worker begins as JavaScript: it fetches what reads TypeScript first.
      const begin = [require.resolve('tsx/cjs'), join(__dirname, 'worker.ts')].map((path) => `require(${JSON.stringify(path)});`);
      return new Worker(begin.join('\n'), { eval: true });
    }
    return new Promise((resolve) => this.waiting.push(resolve));
  }

  private give(worker: Worker): void {
    const next = this.waiting.shift();
    if (next) next(worker);
    else this.idle.push(worker);
  }

  /** Plays one layer. @throws Error where the worker died; the next one asked is a new one. */
  async play(asked: Asked): Promise<Done> {
    const worker = await this.take();
    try {
      worker.postMessage(asked);
      const [done] = (await once(worker, 'message')) as [Done];
      this.give(worker);
      return done;
    } catch (error) {
      this.started -= 1;
      throw error;
    }
  }

  async close(): Promise<void> {
    await Promise.all(this.idle.splice(0).map((worker) => worker.terminate()));
  }
}

/** Plays all layers of a piece into a folder: a file for each, and one of their sum. The folder appears when it is whole. */
export async function makePiece(piece: Piece, folder: string, players: Players): Promise<void> {
  const unfinished = `${folder}.${process.pid}.unfinished`;
  await rm(unfinished, { recursive: true, force: true });
  await mkdir(unfinished, { recursive: true });
  let sum: Float32Array | null = null;
  await Promise.all(
    piece.layers.map(async (_, layer) => {
      const { sound, file } = await players.play({ piece: piece.id, layer });
      await writeFile(join(unfinished, layerFile(layer)), file);
      if (sum) for (let i = 0; i < sound.length; i += 1) sum[i]! += sound[i]!;
      else sum = sound;
    }),
  );
  await writeFile(join(unfinished, SUM), wavOf(sum!, 2));
  await rm(folder, { recursive: true, force: true });
  await rename(unfinished, folder);
}
