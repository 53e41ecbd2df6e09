import { LONGEST_EDGE, fileAt, type Place } from '../../media/folders';

/** A file that is not there may be on its way: it is looked for again after this, ms. */
const AGAIN = 1_500;

/** How large a picture is wanted, pixels: the longest edge that is painted of it, and the size of the whole. */
export interface Wanted {
  readonly edge: number;
  readonly width: number;
  readonly height: number;
}

/** Longest edges that a picture is decoded at, pixels: a phone's stage is a quarter as wide as what is stored, and a sixteenth of its memory. */
const EDGES = [480, 960, 1440] as const;

/** What a picture is decoded at: no larger than it is painted, never larger than it is stored; Infinity for as it is stored. */
export function decodedEdge({ edge, width, height }: Wanted): number {
  const stored = Math.min(LONGEST_EDGE.stage, Math.max(width, height));
  return EDGES.find((one) => one >= edge && one < stored) ?? Infinity;
}

type Entry =
  | { readonly state: 'loading' }
  /** `asked` is the edge of a larger one that is on its way, or its own. */
  | { readonly state: 'ready'; readonly image: ImageBitmap; asked: number }
  | { readonly state: 'missing'; readonly at: number };

/** Decoded pictures by the place they are stored at. Owns them: what is no longer wanted is let go. */
export class Images {
  private readonly entries = new Map<string, Entry>();
  private closed = false;

  /** @param changed called when a picture is there that was not. */
  constructor(private readonly changed: () => void) {}

  /** The picture if it is there, large enough for what is wanted as soon as that can be; else it is loaded, and null. */
  get(place: Place, wanted: Wanted | null = null): ImageBitmap | null {
    const key = place.join('/');
    const entry = this.entries.get(key);
    const edge = wanted ? decodedEdge(wanted) : Infinity;
    if (entry?.state === 'ready') {
      if (edge > entry.asked) {
        entry.asked = edge;
        void this.load(place, key, edge, wanted);
      }
      return entry.image;
    }
    if (entry?.state === 'loading' || (entry?.state === 'missing' && Date.now() - entry.at < AGAIN)) return null;
    this.entries.set(key, { state: 'loading' });
    void this.load(place, key, edge, wanted);
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

  private async load(place: Place, key: string, edge: number, wanted: Wanted | null): Promise<void> {
    const before = () => {
      const entry = this.entries.get(key);
      return entry?.state === 'ready' ? entry : null;
    };
    try {
      const file = await fileAt(place);
      if (!file) throw new Error('not there');
      const image = await (edge < Infinity && wanted
        ? createImageBitmap(file, { [wanted.width < wanted.height ? 'resizeHeight' : 'resizeWidth']: edge, resizeQuality: 'high' })
        : createImageBitmap(file));
      const smaller = before();
      // A larger one was asked for meanwhile, and has overtaken this one.
      if (this.closed || (smaller && smaller.asked > edge)) image.close();
      else {
        smaller?.image.close();
        this.entries.set(key, { state: 'ready', image, asked: edge });
      }
    } catch {
      // What is there stays, if it is a little small.
      if (!before()) this.entries.set(key, { state: 'missing', at: Date.now() });
    }
    if (!this.closed) this.changed();
  }

  /** Lets go of all of them, those on their way included. */
  close(): void {
    this.closed = true;
    this.keepOnly([]);
  }
}
