import { closeSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import type { WavWriter } from '../core/files';
import { Mixer, type Plan } from '../core/mix';
import type { PcmSource } from '../core/sound';
import { Complaint } from './files';

const BLOCK = 48_000;

/** Writes frames [first, first + frames) of a plan as a WAV. The file appears only when it is whole. @throws Complaint. */
export function writePlan(
  out: string,
  writer: WavWriter,
  plan: Plan,
  sources: ReadonlyMap<string, PcmSource>,
  { first, frames }: { readonly first: number; readonly frames: number },
): void {
  const unfinished = `${out}.unfinished`;
  try {
    const mixer = new Mixer(plan, sources);
    const file = openForWriting(unfinished);
    try {
      writeSync(file, writer.header(frames));
      const block = new Float32Array(BLOCK * 2);
      for (let done = 0; done < frames; done += BLOCK) {
        const count = Math.min(BLOCK, frames - done);
        mixer.render(first + done, count, block);
        writeSync(file, writer.encode(block, count));
      }
      writeSync(file, writer.footer(frames));
    } finally {
      closeSync(file);
    }
    renameSync(unfinished, out);
  } finally {
    rmSync(unfinished, { force: true });
  }
}

function openForWriting(path: string): number {
  try {
    return openSync(path, 'w');
  } catch (error) {
    throw new Complaint(`${path} cannot be written: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Writes a report where one is wanted. @throws Complaint. */
export function writeReport(path: string | undefined, report: string): void {
  if (path === undefined) return;
  const file = openForWriting(path);
  writeSync(file, report);
  closeSync(file);
}
