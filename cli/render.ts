import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { WavWriter, type WavFormat } from '../core/files';
import { planShow } from '../core/mix';
import { readShow, soundOfKey, type Show } from '../core/show';
import { stretchedSource, type PcmSource } from '../core/sound';
import { Complaint, soundSource } from './files';
import { writePlan } from './output';

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

/** `bed render SHOWDIR OUT.wav`: the sound of a show, exactly as long as its pictures. */
export function render(folder: string, out: string, format: WavFormat): string {
  const plan = planShow(readShowFolder(folder));
  const opened = new Map<string, ReturnType<typeof soundSource>>();
  try {
    for (const part of plan.parts) {
      const { media } = soundOfKey(part.media);
      if (!opened.has(media)) opened.set(media, soundSource(mediaPath(folder, media)));
    }
    const writer = new WavWriter(format);
    const sources = new Map<string, PcmSource>();
    for (const { media: key } of plan.parts) {
      const { media, speed } = soundOfKey(key);
      if (!sources.has(key)) sources.set(key, stretchedSource(opened.get(media)!.source, speed));
    }
    writePlan(out, writer, plan, sources, { first: 0, frames: plan.frames });
    return JSON.stringify({ frames: plan.frames, rate: 48_000, clipped: writer.clipped });
  } finally {
    for (const one of opened.values()) one.close();
  }
}
