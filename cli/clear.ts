import { memorySource, type PcmSource } from '../core/sound';
import { clearing, type Denoiser } from '../core/treat';

/** Loads the network that knows voices. It is made for browsers' workers, and asks whether it is in one. */
export async function loadDenoiser(): Promise<() => Denoiser> {
  const world = globalThis as { WorkerGlobalScope?: unknown };
  world.WorkerGlobalScope ??= Object;
  const { Rnnoise } = await import('@shiguredo/rnnoise-wasm');
  const network = await Rnnoise.load();
  return () => network.createDenoiseState();
}

/** A sound as clear voice leaves it. All of it is worked out at once, and kept in memory. */
export function clearedSource(source: PcmSource, make: () => Denoiser): PcmSource {
  const all = new Float32Array(source.frames * source.channels);
  let at = 0;
  for (const { block } of clearing(source, make)) {
    all.set(block, at);
    at += block.length;
  }
  return memorySource(all, source.channels);
}
