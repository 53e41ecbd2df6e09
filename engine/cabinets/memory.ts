import { slices, type Cabinet, type Place } from './cabinet';
import { GrowingBlocks } from './growingBlocks';

/** What a window keeps in its memory, and how its workers ask for it. Blobs: the browser holds their bytes, not the page. */
export type MemoryCalls = {
  file(details: { place: Place }): Promise<Blob | null> | Blob | null;
  put(details: { place: Place; file: Blob }): Promise<void> | void;
  remove(details: { place: Place }): Promise<void> | void;
  names(details: { folder: string }): Promise<string[]> | string[];
};

/** The page's side: all there is lies here, until the page ends. */
export function pagesMemory(): MemoryCalls {
  const files = new Map<string, Blob>();
  const keyOf = ([folder, name]: Place) => `${folder}/${name}`;
  return {
    file: ({ place }) => files.get(keyOf(place)) ?? null,
    put: ({ place, file }) => void files.set(keyOf(place), file),
    remove: ({ place }) => void files.delete(keyOf(place)),
    names: ({ folder }) => [...files.keys()].filter((key) => key.startsWith(`${folder}/`)).map((key) => key.slice(folder.length + 1)),
  };
}

/** A cabinet over what the page keeps, here or on the other side of a line. */
export function memoryCabinet(page: MemoryCalls): Cabinet {
  return {
    async file(place) {
      const file = await page.file({ place });
      return file && new File([file], place[1]);
    },
    remove: async (place) => page.remove({ place }),
    names: async (folder) => page.names({ folder }),
    async create(place) {
      const blocks: Blob[] = [];
      const put = async (name: string) => page.put({ place: [place[0], name], file: new Blob(blocks) });
      await put(place[1]);
      return new GrowingBlocks({
        async keep(kept, shown) {
          for (const [number, block] of kept) blocks[number] = block;
          if (shown) await put(place[1]);
        },
        read: async (number) => blocks[number]!,
        async finish(name) {
          await put(name);
          if (name !== place[1]) await page.remove({ place });
        },
      });
    },
    pages: async (_place, file) => slices(file),
  };
}
