import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { WavReader, memoryBytes } from '../core/files';
import { LIMITS, type Media, type Show } from '../core/show';
import { setDips } from '../core/show/edits';
import { RATE } from '../core/units';

export const CREDIT = 'Composed, drawn and spoken by a program for Rain Bed; free to use (MIT)';

/** The media of the demo shows: their files lie in a folder under their hashes. */
export class DemoMedia {
  private readonly named = new Map<string, Media>();

  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }

  keep(bytes: Uint8Array, ending: string): { id: string; bytes: number } {
    const id = createHash('sha256').update(bytes).digest('hex');
    writeFileSync(join(this.folder, `${id}.${ending}`), bytes);
    return { id, bytes: bytes.length };
  }

  add(media: Media): Media {
    this.named.set(media.id, media);
    return media;
  }

  /** A WAV as a sound of a show. */
  sound(bytes: Uint8Array, title: string, credit = CREDIT): Media {
    const { rate, channels, frames } = new WavReader(memoryBytes(bytes)).header;
    const seconds = Math.round((frames * RATE) / rate) / RATE;
    return this.add({ ...this.keep(bytes, 'wav'), kind: 'sound', title, seconds, rate, channels, width: 0, height: 0, credit });
  }

  /** A piece in layers. */
  piece(
    whole: Uint8Array,
    layers: readonly { readonly title: string; readonly file: Uint8Array }[],
    title: string,
    credit = CREDIT,
  ): Media {
    const media = layers.map((one) => ({ media: this.sound(one.file, `${title}: ${one.title}`, credit).id, title: one.title }));
    return this.add({ ...this.sound(whole, title, credit), layers: media });
  }

  /** All that was added, as a show names it. */
  get media(): Record<string, Media> {
    return Object.fromEntries(this.named);
  }
}

/** Under speech the music thins out: its layers go before it gets quieter. */
export const thinningOut = (show: Show): Show => setDips(show, { change: { depth: { by: 'thin', share: LIMITS.thin.start } } });
