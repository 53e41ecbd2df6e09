import { closeSync, existsSync, openSync, readFileSync, readdirSync, renameSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { WavWriter, type WavFormat } from '../core/files';
import { Mixer, planShow } from '../core/mix';
import { readShow, type Show } from '../core/show';
import type { PcmSource } from '../core/sound';
import { Complaint, soundSource } from './files';

const BLOCK = 48_000;

/** Reads `show.json` of a show's folder. @throws Complaint or Failure. */
export function readShowFolder(folder: string): Show {
  const path = join(folder, 'show.json');
  let raw: unknown;
  try {
    raw = JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    throw new Complaint(`${path} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
  return readShow(raw);
}

/** The file of a medium in a show's folder: `media/<id>` with any ending. */
function mediaPath(folder: string, id: string): string {
  const media = join(folder, 'media');
  const name = existsSync(media) ? readdirSync(media).find((one) => one === id || one.startsWith(`${id}.`)) : undefined;
  if (name === undefined) throw new Complaint(`${media} holds no file for the sound ${id}`);
  return join(media, name);
}

/** `bed render SHOWDIR OUT.wav`: the sound of a show, exactly as long as its pictures. The file appears only when it is whole. */
export function render(folder: string, out: string, format: WavFormat): string {
  const plan = planShow(readShowFolder(folder));
  const opened = new Map<string, ReturnType<typeof soundSource>>();
  const unfinished = `${out}.unfinished`;
  try {
    for (const part of plan.parts) {
      if (!opened.has(part.media)) opened.set(part.media, soundSource(mediaPath(folder, part.media)));
    }
    const sources = new Map<string, PcmSource>([...opened].map(([id, one]) => [id, one.source]));
    const mixer = new Mixer(plan, sources);
    const writer = new WavWriter(format);
    const file = openForWriting(unfinished);
    try {
      writeSync(file, writer.header(plan.frames));
      const block = new Float32Array(BLOCK * 2);
      for (let first = 0; first < plan.frames; first += BLOCK) {
        const count = Math.min(BLOCK, plan.frames - first);
        mixer.render(first, count, block);
        writeSync(file, writer.encode(block, count));
      }
    } finally {
      closeSync(file);
    }
    renameSync(unfinished, out);
    return JSON.stringify({ frames: plan.frames, rate: 48_000, clipped: writer.clipped });
  } finally {
    rmSync(unfinished, { force: true });
    for (const one of opened.values()) one.close();
  }
}

function openForWriting(path: string): number {
  try {
    return openSync(path, 'w');
  } catch (error) {
    throw new Complaint(`${path} cannot be written: ${error instanceof Error ? error.message : String(error)}`);
  }
}
