import { existsSync } from 'node:fs';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { ShelfEntry, ShelfFile } from '../../core/shelf';
import { RATE } from '../../core/units';
import { compose } from '../../repertoire/compose';
import { Players, SUM, layerFile, makePiece } from '../../repertoire/make';
import { PIECES } from '../../repertoire/pieces';
import { SPOTS } from '../../repertoire/spots';
import { wavOf } from '../../repertoire/wav';

/** Version of the pieces and of who plays them: what was made by another one is made anew. */
const RECIPE = 1;
const LICENCE = 'CC0 1.0';
const HEADER = 44;

const credit = (title: string) => `“${title}”, composed by a program for Rain Bed (${LICENCE})`;
const url = (id: string, file: string | number) => `/shelf/sounds/${id}/${file}`;

/** The shelf's own music and spot sounds: made when they are first asked for, then kept in a folder. */
export class OwnMusic {
  readonly entries: readonly ShelfEntry[];
  private readonly players = new Players();
  private readonly making = new Map<string, Promise<void>>();

  constructor(private readonly folder: string) {
    const pieces = PIECES.map((piece): ShelfEntry => {
      const { seconds } = compose(piece);
      const bytes = HEADER + Math.round(seconds * RATE) * 4;
      const id = `own-${piece.id}`;
      const files = piece.layers.map(({ title }, index): ShelfFile => ({ url: url(id, index), title, bytes }));
      return {
        ...this.common(id, piece.title, piece.words),
        kind: 'music',
        seconds,
        tempo: piece.tempo,
        files,
        sum: { url: url(id, 'sum'), title: piece.title, bytes },
      };
    });
    const spots = SPOTS.map(({ id: name, title, words, seconds }): ShelfEntry => {
      const id = `own-${name}`;
      const bytes = HEADER + Math.round(seconds * RATE) * 2;
      return {
        ...this.common(id, title, words),
        kind: 'spot',
        seconds,
        tempo: null,
        files: [{ url: url(id, 0), title, bytes }],
        sum: null,
      };
    });
    this.entries = [...pieces, ...spots];
  }

  private common(id: string, title: string, words: readonly string[]) {
    return { id, title, artist: 'Rain Bed', licence: LICENCE, credit: credit(title), words, collection: '' };
  }

  /** The path of a file of its own, made now if it has not been; null where there is no such sound. */
  async pathOf(id: string, file: string): Promise<string | null> {
    const name = id.replace(/^own-/, '');
    const place = join(this.folder, `v${RECIPE}`);
    const piece = PIECES.find((one) => one.id === name);
    if (piece) {
      const index = Number(file);
      if (file !== 'sum' && !(Number.isInteger(index) && index >= 0 && index < piece.layers.length)) return null;
      const made = join(place, piece.id);
      await this.once(piece.id, made, () => makePiece(piece, made, this.players));
      return join(made, file === 'sum' ? SUM : layerFile(index));
    }
    const spot = SPOTS.find((one) => one.id === name);
    if (!spot || file !== '0') return null;
    const made = join(place, `${spot.id}.wav`);
    await this.once(spot.id, made, async () => {
      await writeFile(`${made}.unfinished`, wavOf(spot.make(), 1));
      await rename(`${made}.unfinished`, made);
    });
    return made;
  }

  /** Makes what is not there, once however many ask for it at the same time. */
  private async once(id: string, made: string, make: () => Promise<void>): Promise<void> {
    if (existsSync(made)) return;
    const before = this.making.get(id);
    if (before) return before;
    const work = (async () => {
      await mkdir(join(made, '..'), { recursive: true });
      await make();
    })().finally(() => this.making.delete(id));
    this.making.set(id, work);
    return work;
  }

  close(): Promise<void> {
    return this.players.close();
  }
}
