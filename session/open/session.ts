import { create, type StoreApi, type UseBoundStore } from 'zustand';

/**
 * An open show, for as long as it is open: whatever lives for it belongs to it and ends with it (state, timers, subscriptions, workers,
 * questions under way). Between two shows there is one that holds nothing.
 */
export class OpenSession {
  private readonly gone = new AbortController();
  private readonly ends: (() => unknown)[] = [];
  private readonly parts = new Map<object, unknown>();
  private leaving: Promise<void> | null = null;

  /** Aborted when the show is left. */
  get signal(): AbortSignal {
    return this.gone.signal;
  }

  get over(): boolean {
    return this.gone.signal.aborted;
  }

  /** Does something when the show is left, the latest first; at once where it is left already. What it gives is waited for. */
  onEnd(end: () => unknown): void {
    if (this.over) void end();
    else this.ends.push(end);
  }

  /** Runs something in a while, unless the show is left before. Gives what takes it back. */
  later(run: () => void, ms: number): () => void {
    if (this.over) return () => undefined;
    const stop = () => {
      clearTimeout(timer);
      const at = this.ends.indexOf(stop);
      if (at >= 0) this.ends.splice(at, 1);
    };
    const timer = setTimeout(() => {
      stop();
      run();
    }, ms);
    this.ends.push(stop);
    return stop;
  }

  /** What a module keeps for this show, made when it is first asked for. */
  part<T>(key: object, make: (session: OpenSession) => T): T {
    if (!this.parts.has(key)) this.parts.set(key, make(this));
    return this.parts.get(key) as T;
  }

  /** Ends all that belongs to it; settles when what has to be waited for is done (a last save). Twice is as good as once. */
  dispose(): Promise<void> {
    return (this.leaving ??= this.end());
  }

  private async end(): Promise<void> {
    const ends = this.ends.splice(0).reverse();
    this.gone.abort();
    const waits = ends.map((end) => {
      try {
        return Promise.resolve(end());
      } catch (error) {
        return Promise.reject(error as Error);
      }
    });
    await Promise.allSettled(waits);
    this.parts.clear();
  }
}

/** What every session begins with, and the states that belong to one. They are definitions: what they make belongs to the session. */
const setups: ((session: OpenSession) => void)[] = [];

/** The one owner of what is open in this tab. */
const tab: { session: OpenSession } = { session: new OpenSession() };

/** The session that is open now; where no show is, one that holds nothing. */
export const sessionNow = (): OpenSession => tab.session;

/** Leaves what is open and begins anew. Settles, with the session that was left, in `left`. */
export function beginSession(): { readonly session: OpenSession; readonly left: Promise<void> } {
  const left = tab.session.dispose();
  const session = new OpenSession();
  tab.session = session;
  for (const setup of setups) setup(session);
  return { session, left };
}

/** Lets something be done at the beginning of every session, the one that is open now included. */
export function eachSession(setup: (session: OpenSession) => void): void {
  setups.push(setup);
  setup(tab.session);
}

/** What a module keeps for the open show: made when it is first asked for, gone with the show. */
export function perSession<T>(make: (session: OpenSession) => T): () => T {
  const key = {};
  return () => tab.session.part(key, make);
}

/** State for the interface that belongs to the open show: it is as at the beginning when the show is left. */
export function sessionStore<T extends object>(initial: () => T): UseBoundStore<StoreApi<T>> {
  const store = create<T>()(initial);
  eachSession((session) => session.onEnd(() => store.setState(initial(), true)));
  return store;
}

/** A question that is under way. */
export interface Asked {
  /** Aborted when a later one is asked, or the show is left. */
  readonly signal: AbortSignal;
  /** Whether no later one was asked and the show is still open: only then its answer counts. */
  readonly counts: () => boolean;
}

/** **The latest question wins**: asking anew makes the one before not count any more. */
export class Latest {
  private under: AbortController | null = null;

  constructor(private readonly session: OpenSession) {
    session.onEnd(() => this.drop());
  }

  ask(): Asked {
    this.drop();
    const mine = (this.under = new AbortController());
    if (this.session.over) mine.abort();
    return { signal: mine.signal, counts: () => !mine.signal.aborted };
  }

  /** The one that is under way does not count any more. */
  drop(): void {
    this.under?.abort();
    this.under = null;
  }
}

/** The questions of one kind of the open show, of which the latest wins. */
export const latest = (): (() => Latest) => perSession((session) => new Latest(session));
