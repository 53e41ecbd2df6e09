import { fileAt, type Place } from '../../media/folders';

/** A file that is not there may be on its way: it is looked for again after this, ms. */
const AGAIN = 1_500;

type Entry =
  | { readonly state: 'loading' }
  | { readonly state: 'ready'; readonly image: ImageBitmap }
  | { readonly state: 'missing'; readonly at: number };

/** Decoded pictures by the place they are stored at. Owns them: what is no longer wanted is let go. */
export class Images {
  private readonly entries = new Map<string, Entry>();
  private closed = false;

  /** @param changed called when a picture is there that was not. */
  constructor(private readonly changed: () => void) {}

  /** The picture if it is there; else it is loaded, and null. */
  get(place: Place): ImageBitmap | null {
    const key = place.join('/');
    const entry = this.entries.get(key);
    if (entry?.state === 'ready') return entry.image;
    if (entry?.state === 'loading' || (entry?.state === 'missing' && Date.now() - entry.at < AGAIN)) return null;
    this.entries.set(key, { state: 'loading' });
    void this.load(place, key);
    return null;
  }

  isLoading(place: Place): boolean {
    return this.entries.get(place.join('/'))?.state === 'loading';
  }

  /** Lets go of everything but these. */
  keepOnly(places: readonly Place[]): void {
    const kept = new Set(places.map((place) => place.join('/')));
    for (const [key, entry] of this.entries) {
      if (kept.has(key) || entry.state === 'loading') continue;
      if (entry.state === 'ready') entry.image.close();
      this.entries.delete(key);
    }
  }

  private async load(place: Place, key: string): Promise<void> {
    try {
      const file = await fileAt(place);
      if (!file) throw new Error('not there');
      const image = await createImageBitmap(file);
      if (this.closed) image.close();
      else this.entries.set(key, { state: 'ready', image });
    } catch {
      this.entries.set(key, { state: 'missing', at: Date.now() });
    }
    if (!this.closed) this.changed();
  }

  /** Lets go of all of them, those on their way included. */
  close(): void {
    this.closed = true;
    this.keepOnly([]);
  }
}
