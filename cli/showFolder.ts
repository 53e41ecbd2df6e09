import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { needsHearing, type Heard } from '../core/level';
import { readShow, soundOfKey, type MediaId, type Show } from '../core/show';
import type { PcmSource } from '../core/sound';
import { cooked } from '../core/treat';
import { profileOf, type Profile } from '../core/speech';
import { Complaint, soundSource } from './files';

/** Reads `show.json` of a show's folder. @throws Complaint or Failure. */
function readFolder(folder: string): Show {
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

/** A show's folder with its sounds; whoever opens it closes it. */
export class ShowFolder {
  readonly show: Show;
  private readonly opened = new Map<MediaId, ReturnType<typeof soundSource>>();

  /** @param gone is called once it is closed. */
  constructor(
    private readonly folder: string,
    private readonly gone: () => void = () => undefined,
  ) {
    this.show = readFolder(folder);
  }

  private source(media: MediaId): PcmSource {
    const known = this.opened.get(media) ?? soundSource(mediaPath(this.folder, media));
    this.opened.set(media, known);
    return known.source;
  }

  /** The sounds that a plan plays, by `soundKey`. */
  sources(parts: readonly { readonly media: string }[]): Map<string, PcmSource> {
    const sources = new Map<string, PcmSource>();
    for (const { media: key } of parts) {
      const { media, recipe } = soundOfKey(key);
      if (!sources.has(key)) sources.set(key, recipe ? cooked(this.source(media), recipe) : this.source(media));
    }
    return sources;
  }

  /** What its dips need to know of its sounds. */
  heard(): Heard {
    const heard = new Map<MediaId, Profile>();
    for (const { media } of needsHearing(this.show)) if (!heard.has(media)) heard.set(media, profileOf(this.source(media)));
    return heard;
  }

  close(): void {
    for (const one of this.opened.values()) one.close();
    this.opened.clear();
    this.gone();
  }
}
