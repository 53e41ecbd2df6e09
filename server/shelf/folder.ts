import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import { dirname, extname, join, relative, sep } from 'node:path';
import { watch, type FSWatcher } from 'chokidar';
import type { ShelfEntry, ShelfFile, ShelfProblem } from '../../core/shelf';
import { PIECE, SOUNDS, TABLE, pieceAt, tableAt, type PieceFile, type Row } from './beside';
import { tagsOf, wordsOf, type Tags } from './tags';

/** Version of what is read of a file: what an older one kept is read anew. */
const RECIPE = 1;
/** Files read at the same time. */
const AT_ONCE = 6;
/** A file that is still being copied is looked at when it has not grown for so long, ms. */
const SETTLED = 1_200;
/** Shorter than this, and not said to be music, it is a spot sound (common practice), seconds. */
const SHORT = 20;

/** What is known of one sound file: its tags, or that it cannot be read. */
interface Known {
  readonly bytes: number;
  readonly changed: number;
  readonly tags: Tags | null;
}

/** A teacher's folder as part of the shelf: read once, watched from then on. What was read is kept, so that the next start is quick. */
export class FolderShelf {
  private readonly known = new Map<string, Known>();
  private readonly tables = new Map<string, ReadonlyMap<string, Row> | null>();
  private readonly pieces = new Map<string, PieceFile | null>();
  private readonly wanted: string[] = [];
  private readonly paths = new Map<string, string>();
  private entriesNow: readonly ShelfEntry[] | null = null;
  private stale = true;
  private listedAt = 0;
  private problemsNow: readonly ShelfProblem[] = [];
  private busy = 0;
  private done = 0;
  private listed = false;
  private keeping: ReturnType<typeof setTimeout> | null = null;
  private readonly watcher: FSWatcher;
  private readonly settled: (() => void)[] = [];
  private readonly kept: Promise<void>;

  /** @param folder the teacher's. @param cache a file that what was read is kept in. */
  constructor(
    private readonly folder: string,
    private readonly cache: string,
  ) {
    this.kept = this.remember();
    this.watcher = watch(folder, {
      ignored: (path, stats) => stats?.isFile() === true && !SOUNDS.test(path) && !path.endsWith(TABLE) && !path.endsWith(PIECE),
      followSymlinks: false,
      awaitWriteFinish: { stabilityThreshold: SETTLED, pollInterval: 200 },
      alwaysStat: true,
    });
    this.watcher
      .on('add', (path, stats) => void this.seen(path, stats))
      .on('change', (path, stats) => void this.seen(path, stats))
      .on('unlink', (path) => this.gone(path))
      .on('ready', () => {
        this.listed = true;
        this.settle();
      })
      .on('error', (error) => console.error(String(error)));
  }

  /** What was read in an earlier run. */
  private async remember(): Promise<void> {
    try {
      const raw = JSON.parse(await readFile(this.cache, 'utf8')) as { recipe: number; folder: string; files: [string, Known][] };
      if (raw.recipe !== RECIPE || raw.folder !== this.folder) return;
      for (const [path, known] of raw.files) this.earlier.set(path, known);
    } catch {
      // The first time there is nothing.
    }
  }
  private readonly earlier = new Map<string, Known>();

  private async seen(path: string, stats?: { size: number; mtimeMs: number }): Promise<void> {
    await this.kept;
    const found = stats ?? (await stat(path).catch(() => null));
    if (!found) return;
    if (path.endsWith(TABLE)) {
      this.tables.set(dirname(path), await tableAt(path).catch(() => null));
      this.changed();
      return;
    }
    if (path.endsWith(PIECE)) {
      this.pieces.set(dirname(path), await pieceAt(path).catch(() => null));
      this.changed();
      return;
    }
    const before = this.known.get(path) ?? this.earlier.get(path);
    if (before && before.bytes === found.size && before.changed === found.mtimeMs) {
      this.known.set(path, before);
      this.changed();
      return;
    }
    this.wanted.push(path);
    void this.read();
  }

  private gone(path: string): void {
    if (path.endsWith(TABLE)) this.tables.delete(dirname(path));
    else if (path.endsWith(PIECE)) this.pieces.delete(dirname(path));
    else this.known.delete(path);
    this.changed();
  }

  /** Reads what is waiting, a few files at a time. */
  private async read(): Promise<void> {
    if (this.busy >= AT_ONCE) return;
    this.busy += 1;
    for (let path = this.wanted.shift(); path !== undefined; path = this.wanted.shift()) {
      const found = await stat(path).catch(() => null);
      if (!found) continue;
      const tags = found.size === 0 ? null : await tagsOf(path).catch(() => null);
      this.known.set(path, { bytes: found.size, changed: found.mtimeMs, tags });
      this.done += 1;
      this.changed();
    }
    this.busy -= 1;
    this.settle();
  }

  private changed(): void {
    this.stale = true;
    if (this.keeping) clearTimeout(this.keeping);
    this.keeping = setTimeout(() => void this.keep(), 1000);
  }

  private async keep(): Promise<void> {
    const unfinished = `${this.cache}.unfinished`;
    await mkdir(dirname(this.cache), { recursive: true });
    await writeFile(unfinished, JSON.stringify({ recipe: RECIPE, folder: this.folder, files: [...this.known] }));
    await rename(unfinished, this.cache).catch(() => undefined);
  }

  private settle(): void {
    if (this.reading !== null) return;
    this.stale = true;
    for (const resolve of this.settled.splice(0)) resolve();
  }

  /** Settles when all that lay there at the start has been read. */
  ready(): Promise<void> {
    return this.reading === null ? Promise.resolve() : new Promise((resolve) => this.settled.push(resolve));
  }

  /** How far the reading is; null while nothing waits. */
  get reading(): { readonly done: number; readonly all: number } | null {
    const waits = this.wanted.length + this.busy;
    return this.listed && waits === 0 ? null : { done: this.done, all: this.done + waits };
  }

  get problems(): readonly ShelfProblem[] {
    void this.entries;
    return this.problemsNow;
  }

  /** All that is known by now, in the order of their folders and titles. */
  get entries(): readonly ShelfEntry[] {
    // While much is being read, the list is put together twice a second, however often it is asked for.
    const now = Date.now();
    const rests = this.reading !== null && now - this.listedAt < 500;
    if (this.entriesNow && (!this.stale || rests)) return this.entriesNow;
    this.stale = false;
    this.listedAt = now;
    const entries: ShelfEntry[] = [];
    const problems: ShelfProblem[] = [];
    const layered = new Set<string>();
    this.paths.clear();
    for (const [folder, table] of this.tables) if (!table) problems.push({ file: this.nameOf(join(folder, TABLE)), why: 'table' });
    for (const [folder, piece] of this.pieces) {
      const entry = piece && this.pieceEntry(folder, piece, layered);
      if (entry) entries.push(entry);
      // Its layers may not have been read yet.
      else if (this.reading === null) problems.push({ file: this.nameOf(join(folder, PIECE)), why: 'piece' });
    }
    for (const [path, { tags, bytes }] of this.known) {
      if (layered.has(path)) continue;
      if (tags) entries.push(this.soundEntry(path, tags, bytes));
      else problems.push({ file: this.nameOf(path), why: bytes === 0 ? 'empty' : 'unreadable' });
    }
    const order = (one: ShelfEntry) => `${one.collection}\u0000${one.title}`;
    this.entriesNow = entries.sort((a, b) => order(a).localeCompare(order(b)));
    this.problemsNow = problems.sort((a, b) => (a.file < b.file ? -1 : 1));
    return this.entriesNow;
  }

  /** The file behind an address; null where there is none, or where it is another one by now. */
  async pathOf(id: string, file: string): Promise<string | null> {
    void this.entries;
    const path = this.paths.get(`${id}/${file}`);
    if (path === undefined) return null;
    const [known, found] = [this.known.get(path), await stat(path).catch(() => null)];
    return known && found && found.size === known.bytes && found.mtimeMs === known.changed ? path : null;
  }

  private nameOf = (path: string) => relative(this.folder, path).split(sep).join('/').normalize('NFC');

  /** A name for a file as it is now: when it changes underneath, what was listed before leads nowhere. */
  private idOf(path: string): string {
    const { bytes = 0, changed = 0 } = this.known.get(path) ?? {};
    return createHash('sha256')
      .update(`${this.nameOf(path)}\n${bytes}\n${changed}`)
      .digest('hex')
      .slice(0, 24);
  }

  private fileOf(id: string, index: number, path: string, title: string): ShelfFile {
    this.paths.set(`${id}/${index}`, path);
    return { url: `/shelf/sounds/${id}/${index}`, title, bytes: this.known.get(path)?.bytes ?? 0 };
  }

  /** What tables say of a file: the one beside it first, then those of the folders around, which name it by its way from there. */
  private rowOf(path: string): Row | null {
    for (let folder = dirname(path); ; folder = dirname(folder)) {
      const name = relative(folder, path).split(sep).join('/').normalize('NFC').toLowerCase();
      const row = this.tables.get(folder)?.get(name);
      if (row) return row;
      if (folder === this.folder || !folder.startsWith(this.folder)) return null;
    }
  }

  private soundEntry(path: string, tags: Tags, bytes: number): ShelfEntry {
    const row = this.rowOf(path);
    const id = this.idOf(path);
    const name = this.nameOf(path);
    const title = row?.title || tags.title || name.split('/').at(-1)!.slice(0, -extname(path).length);
    const words = [...wordsOf([row?.words ?? '']), ...tags.words];
    const tempo = Number(row?.tempo) || tags.tempo;
    const said = row?.kind.toLowerCase() ?? '';
    const short = tags.seconds < SHORT || words.some((word) => /effect|spot|sfx/.test(word));
    return {
      id,
      kind: said.startsWith('spot') || (said === '' && short) ? 'spot' : 'music',
      title,
      artist: row?.artist || tags.artist,
      licence: row?.licence || tags.licence,
      credit: row?.credit || tags.credit,
      words: [...new Set(words)],
      collection: name.includes('/') ? name.slice(0, name.lastIndexOf('/')) : '',
      seconds: tags.seconds,
      tempo,
      files: [{ ...this.fileOf(id, 0, path, title), bytes }],
      sum: null,
    };
  }

  /** A folder of layers as one piece; null where one of them is missing or cannot be read. */
  private pieceEntry(folder: string, piece: PieceFile, layered: Set<string>): ShelfEntry | null {
    const paths = piece.layers.map(({ file }) => this.pathNamed(folder, file));
    for (const path of paths) if (path !== null) layered.add(path);
    const found = paths.flatMap((path) => {
      const tags = path === null ? null : (this.known.get(path)?.tags ?? null);
      return path === null || tags === null ? [] : [{ path, tags }];
    });
    if (found.length < paths.length) return null;
    const id = createHash('sha256')
      .update(found.map(({ path }) => this.idOf(path)).join('\n'))
      .digest('hex')
      .slice(0, 24);
    const [first] = found;
    const name = this.nameOf(folder);
    return {
      id,
      kind: 'music',
      title: piece.title || name.split('/').at(-1)! || first!.tags.title,
      artist: piece.artist || first!.tags.artist,
      licence: piece.licence || first!.tags.licence,
      credit: piece.credit || first!.tags.credit,
      words: wordsOf(piece.words ?? [...first!.tags.words]),
      collection: name.includes('/') ? name.slice(0, name.lastIndexOf('/')) : '',
      seconds: Math.max(...found.map(({ tags }) => tags.seconds)),
      tempo: piece.tempo ?? first!.tags.tempo,
      files: found.map(({ path }, index) => this.fileOf(id, index, path, piece.layers[index]!.title || piece.layers[index]!.file)),
      sum: null,
    };
  }

  /** A file beside another one by its name, however its letters are put together. */
  private pathNamed(folder: string, file: string): string | null {
    const exact = join(folder, file);
    if (this.known.has(exact)) return exact;
    const name = file.normalize('NFC');
    return (
      [...this.known.keys()].find((path) => dirname(path) === folder && path.slice(folder.length + 1).normalize('NFC') === name) ?? null
    );
  }

  async close(): Promise<void> {
    if (this.keeping) {
      clearTimeout(this.keeping);
      await this.keep();
    }
    await this.watcher.close();
  }
}
