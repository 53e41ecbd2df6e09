import { closeSync, existsSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';
import { WavWriter, type WavFormat } from '../core/files';
import { boundTreatment, readTreatments, type Recipe, type Treatment } from '../core/show';
import { clearIn, cooked } from '../core/treat';
import { RATE } from '../core/units';
import { clearedSource, loadDenoiser } from './clear';
import { Complaint, soundSource } from './files';

const BLOCK = 48_000;

/** A chain as JSON on the command line, or in a file. What is switched on or off it need not say. @throws Complaint. */
function chainOf(text: string): readonly Treatment[] {
  let raw: unknown;
  try {
    raw = JSON.parse(existsSync(text) ? readFileSync(text, 'utf8') : text);
  } catch (error) {
    throw new Complaint(`--chain is no JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  const list = (Array.isArray(raw) ? raw : [raw]).map((one) => ({ on: true, ...(one as object) }));
  const read = readTreatments(list);
  if ('fault' in read) throw new Complaint(`--chain is no chain of treatments: ${read.fault}`);
  return read.chain.map(boundTreatment);
}

/** `bed treat IN.wav OUT.wav --chain JSON`: a sound through a chain of treatments, its tail included. */
export async function treat(path: string, out: string, chain: string | undefined, format: WavFormat): Promise<string> {
  if (chain === undefined) throw new Complaint('treat needs --chain JSON, such as [{"kind":"lowCut","frequency":80}]');
  const recipe: Recipe = { speed: 1, treatments: chainOf(chain) };
  const opened = soundSource(path);
  const unfinished = `${out}.unfinished`;
  try {
    const { source } = opened;
    const cleared = clearIn(recipe) > 0 ? clearedSource(source, await loadDenoiser()) : null;
    const treated = cooked(source, recipe, null, cleared);
    const writer = new WavWriter(format, treated.channels, RATE);
    const file = openSync(unfinished, 'w');
    try {
      writeSync(file, writer.header(treated.frames));
      const block = new Float32Array(BLOCK * treated.channels);
      for (let first = 0; first < treated.frames; first += BLOCK) {
        const count = Math.min(BLOCK, treated.frames - first);
        treated.read(first, count, block);
        writeSync(file, writer.encode(block, count));
      }
      writeSync(file, writer.footer(treated.frames));
    } finally {
      closeSync(file);
    }
    renameSync(unfinished, out);
    return JSON.stringify({ frames: treated.frames, rate: RATE, channels: treated.channels, clipped: writer.clipped });
  } finally {
    opened.close();
    rmSync(unfinished, { force: true });
  }
}
