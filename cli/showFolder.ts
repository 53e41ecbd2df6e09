import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { needsHearing, type Heard } from '../core/level';
import { soundKeysOf, type PlannedPart } from '../core/mix';
import { ownParts, playedKey, readShow, soundOfKey, type MediaId, type Show } from '../core/show';
import type { PcmSource } from '../core/sound';
import { clearIn, soundFor } from '../core/treat';
import { clearedSource, loadDenoiser } from './clear';
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
  private readonly cleared = new Map<MediaId, PcmSource>();

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

  /** Works out what a show wants of clear voice: before its sounds are asked for. */
  async clearVoices(): Promise<void> {
    const wanted = [...this.show.parts, ...ownParts(this.show)].flatMap((part) => {
      const { media, recipe } = soundOfKey(playedKey(this.show, part));
      return recipe && clearIn(recipe) > 0 ? [media] : [];
    });
    if (wanted.length === 0) return;
    const make = await loadDenoiser();
    for (const media of new Set(wanted)) this.cleared.set(media, clearedSource(this.source(media), make));
  }

  /** The sounds that a plan plays, by `soundKey`. */
  sources(parts: readonly PlannedPart[]): Map<string, PcmSource> {
    const sources = new Map<string, PcmSource>();
    for (const key of soundKeysOf(parts)) {
      sources.set(
        key,
        soundFor(
          key,
          (media) => this.source(media),
          (media) => this.cleared.get(media) ?? null,
        ),
      );
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
