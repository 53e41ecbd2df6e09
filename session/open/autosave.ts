import { failureOf, type Failure } from '../../core/failure';
import { nothingWritten, type History, type Written } from '../../core/show';
import { keepUnsaved, savePlace, saveRecord, type SheetPlace } from '../shows/records';

export type SaveState =
  | { readonly status: 'saved'; readonly at: number }
  | { readonly status: 'saving' }
  | { readonly status: 'failed'; readonly failure: Failure };

/** Least time between two writes, ms: an edit is on disk within half a second, a drag is not written sixty times. */
const PAUSE = 200;
const RETRY = 5_000;

/**
 * Writes every edit of one show: the first at once, the following together a moment later, all at once when the page hides. Writes
 * never overlap and never go back in time.
 */
export class Autosave {
  private waiting: { history: History; place: SheetPlace } | null = null;
  private writing: { id: string; history: History | null; place: SheetPlace } | null = null;
  private waitingPlace: { id: string; place: SheetPlace } | null = null;
  private running: Promise<void> | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private retrying = false;
  private readonly quiet: () => void;

  /** @param written what of the show lies on the disk; the saves keep it up to date. */
  constructor(
    private readonly say: (state: SaveState) => void,
    private readonly written: Written = nothingWritten(),
  ) {
    const page = typeof document === 'undefined' ? null : document;
    const hurry = () => {
      this.keep();
      void this.flush();
    };
    const hidden = () => {
      if (document.visibilityState === 'hidden') hurry();
    };
    page?.addEventListener('visibilitychange', hidden);
    if (page) window.addEventListener('pagehide', hurry);
    this.quiet = () => {
      page?.removeEventListener('visibilitychange', hidden);
      if (page) window.removeEventListener('pagehide', hurry);
    };
  }

  /**
   * The show is left: writes what waits, then listens no more. What the disk refuses is tried for as long as the page lives, and lies in the
   * lifeboat meanwhile.
   */
  async close(): Promise<void> {
    await this.flush();
    if (!this.waiting) this.quiet();
    else this.closing = true;
  }

  private closing = false;

  show(history: History, place: SheetPlace): void {
    this.waiting = { history, place };
    this.waitingPlace = null;
    this.say({ status: 'saving' });
    // A retry may be seconds away; a new edit is not made to wait for it.
    if (this.retrying) this.cancelTimer();
    this.soon(this.timer === null && this.running === null ? 0 : PAUSE);
  }

  place(id: string, place: SheetPlace): void {
    if (this.waiting) this.waiting = { ...this.waiting, place };
    else this.waitingPlace = { id, place };
    this.soon(PAUSE);
  }

  /** Writes what waits, now. Settles when it is on disk or has failed. */
  async flush(): Promise<void> {
    this.cancelTimer();
    while (this.running) await this.running;
    if (!this.waiting && !this.waitingPlace) return;
    this.running = this.write().finally(() => {
      this.running = null;
    });
    await this.running;
  }

  /** What waits or is on its way, put where it survives even if the page ends now. */
  private keep(): void {
    const { waiting, writing, waitingPlace } = this;
    const id = waiting?.history.show.id ?? waitingPlace?.id ?? writing?.id;
    if (id === undefined) return;
    const sent = writing?.id === id ? writing : null;
    const history = waiting?.history ?? sent?.history ?? null;
    // The latest place, which may have changed after the edit that is being written.
    const place = waiting?.place ?? waitingPlace?.place ?? sent!.place;
    keepUnsaved(id, history, place, history ? Date.now() : 0);
  }

  private cancelTimer(): void {
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = null;
    this.retrying = false;
  }

  private soon(delay: number): void {
    if (this.timer !== null) return;
    this.timer = setTimeout(() => void this.flush(), delay);
  }

  private async write(): Promise<void> {
    const { waiting, waitingPlace } = this;
    this.waiting = null;
    this.waitingPlace = null;
    if (waiting) this.writing = { id: waiting.history.show.id, ...waiting };
    else if (waitingPlace) this.writing = { ...waitingPlace, history: null };
    try {
      if (waiting) {
        const at = Date.now();
        askToStay();
        await saveRecord(waiting.history, waiting.place, at, this.written);
        if (!this.waiting) this.say({ status: 'saved', at });
        if (this.closing && !this.waiting) this.quiet();
      } else if (waitingPlace) {
        await savePlace(waitingPlace.id, waitingPlace.place);
      }
    } catch (error) {
      // What could not be written waits on, also where another show is opened meanwhile: nothing is given up, and the
      // person is told.
      if (waiting) {
        keepUnsaved(waiting.history.show.id, waiting.history, waiting.place, Date.now());
        this.waiting ??= waiting;
        this.say({ status: 'failed', failure: failureOf(error) });
        this.retrying = this.timer === null;
        this.soon(RETRY);
      }
    } finally {
      this.writing = null;
    }
  }
}

let asked = false;

/** Asks the browser, once, not to clear this storage when space runs low. Its answer changes nothing here. */
function askToStay(): void {
  if (asked) return;
  asked = true;
  if (typeof navigator !== 'undefined') void navigator.storage?.persist?.().catch(() => undefined);
}
