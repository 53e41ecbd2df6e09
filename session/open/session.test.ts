import { closeDownloads } from '../download';
import { closeWorkers } from '../workers';
import { showOf } from '../../tests/shows';
import { startHistory } from '../../core/show';
import { renameShow } from '../../core/show/edits';
import { openFitting } from '../fit/fitting';
import { hearPiece } from '../fit/hearings';
import '../fit/following';
import { playShow, useTransport } from '../sound/transport';
import { openStage } from '../stage/view';
import '../voice/recording';
import { leaveShow, openShow, useOpenShow } from './store';
import { OpenSession, Latest, beginSession, eachSession, perSession, sessionNow, sessionStore } from './session';

/** What is alive: workers, timers, listeners on page and window, audio contexts. */
const alive = { workers: 0, timers: new Set<unknown>(), listeners: 0, contexts: 0 };

const mockShows = new Map<string, unknown>();
const mockSaved: string[] = [];
jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true, snap: true },
  openRecord: async (id: string) => {
    if (!mockShows.has(id)) throw new Error('not there');
    return {
      history: mockShows.get(id),
      place: { now: 1, face: 'bed', zoom: 45, own: true, snap: true },
      savedAt: 1,
      written: { steps: new Map(), names: '' },
    };
  },
  saveRecord: async ({ show }: { show: { id: string; title: string } }) => void mockSaved.push(`${show.id}: ${show.title}`),
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
  allShowIds: async () => [],
}));
// Which cabinet there is needs no trial here: nobody would answer.
jest.mock('../../engine/cabinets/remembered', () => ({ rememberedCabinet: async () => 'files' }));
jest.mock('../shows/tidy', () => ({ markOffered: async () => undefined }));
jest.mock('../../engine/media/recordings', () => ({ recordings: async () => [] }));

class FakeWorker {
  constructor() {
    alive.workers += 1;
  }
  postMessage(): void {
    // Nobody answers: whatever is asked is under way until it is left.
  }
  addEventListener(): void {
    // Nor is anything said.
  }
  terminate(): void {
    alive.workers -= 1;
  }
}

class FakeContext {
  state = 'running';
  currentTime = 0;
  constructor() {
    alive.contexts += 1;
  }
  addEventListener = () => undefined;
  resume = async () => undefined;
  async close() {
    alive.contexts -= 1;
    this.state = 'closed';
  }
}

const listening = () => {
  const list = new Map<unknown, number>();
  return {
    addEventListener: (_: string, run: unknown) => {
      list.set(run, 1);
      alive.listeners += 1;
    },
    removeEventListener: (_: string, run: unknown) => {
      if (list.delete(run)) alive.listeners -= 1;
    },
    location: { href: 'http://here/' },
    visibilityState: 'visible',
  };
};

beforeAll(() => {
  const { setTimeout: begin, clearTimeout: stop } = globalThis;
  Object.assign(globalThis, {
    Worker: FakeWorker,
    AudioContext: FakeContext,
    window: listening(),
    document: listening(),
    requestAnimationFrame: () => 1,
    cancelAnimationFrame: () => undefined,
    setTimeout: (run: () => void, ms: number) => {
      const timer = begin(() => {
        alive.timers.delete(timer);
        run();
      }, ms);
      alive.timers.add(timer);
      return timer;
    },
    clearTimeout: (timer: Parameters<typeof stop>[0]) => {
      alive.timers.delete(timer);
      stop(timer);
    },
  });
  Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true });
});

const counts = () => ({
  workers: alive.workers,
  timers: alive.timers.size,
  listeners: alive.listeners,
  contexts: alive.contexts,
});
const settled = async () => {
  for (let i = 0; i < 30; i += 1) await Promise.resolve();
};

describe('a session', () => {
  it('ends what belongs to it, latest first, once; what comes late ends at once', async () => {
    const session = new OpenSession();
    const ended: string[] = [];
    session.onEnd(() => ended.push('first'));
    session.onEnd(() => {
      ended.push('broken');
      throw new Error('broken');
    });
    session.onEnd(async () => void ended.push('last'));
    session.later(() => ended.push('never'), 0);
    await Promise.all([session.dispose(), session.dispose()]);
    session.onEnd(() => ended.push('late'));
    expect(ended).toEqual(['last', 'broken', 'first', 'late']);
    expect([session.over, session.signal.aborted]).toEqual([true, true]);
  });

  it('keeps for each show what a module makes, and states go back to their beginning', async () => {
    const made: OpenSession[] = [];
    const own = perSession((session) => ({ number: made.push(session) }));
    const store = sessionStore(() => ({ value: 0 }));
    const begun: OpenSession[] = [];
    eachSession((session) => void begun.push(session));
    expect([own().number, own().number]).toEqual([1, 1]);
    store.setState({ value: 7 });
    const { left } = beginSession();
    await left;
    expect([own().number, store.getState().value]).toEqual([2, 0]);
    expect(begun.at(-1)).toBe(sessionNow());
  });

  it('lets the latest question win, and none that outlives the show', async () => {
    const session = new OpenSession();
    const questions = new Latest(session);
    const first = questions.ask();
    const second = questions.ask();
    expect([first.counts(), first.signal.aborted, second.counts()]).toEqual([false, true, true]);
    await session.dispose();
    expect([second.counts(), questions.ask().counts()]).toEqual([false, false]);
  });
});

describe('shows that are opened and left', () => {
  it('leak nothing, however soon they are left, and blank no other', async () => {
    for (const id of ['a', 'b']) mockShows.set(id, startHistory({ ...showOf([5, 6], 30), id }));
    const canvas = () => ({ transferControlToOffscreen: () => ({}) }) as unknown as HTMLCanvasElement;
    const events = { painted: () => undefined, near: () => undefined };
    const shown = () => {
      const { state } = useOpenShow.getState();
      return state.status === 'open' ? state.history.show : null;
    };
    const visit = async (id: string) => {
      const session = openShow(id);
      await settled();
      expect(shown()?.id).toBe(id);
      openStage(canvas(), null, events);
      playShow();
      void hearPiece(shown()!.media[shown()!.parts[0]!.media]!);
      openFitting(shown()!, shown()!.parts[0]!);
      useOpenShow.getState().edit(renameShow, { title: `Named in ${id}` });
      await settled();
      return session;
    };
    // The application's own worker for listening is started once, and stays.
    await leaveShow(await visit('a'));
    const before = counts();
    expect(before).toMatchObject({ timers: 0, listeners: 0, contexts: 0 });
    for (let i = 0; i < 12; i += 1) {
      const first = await visit('a');
      // Another is opened before the first one is left, as a page does that goes from show to show.
      const second = openShow('b');
      await leaveShow(first);
      await settled();
      expect(shown()?.id).toBe('b');
      expect(useTransport.getState().playing.kind).toBe('nothing');
      await leaveShow(second);
      await leaveShow(second);
    }
    // Mounted twice, the first one left before it was open.
    const once = openShow('a');
    void leaveShow(once);
    const twice = openShow('a');
    await settled();
    expect(shown()?.id).toBe('a');
    await leaveShow(twice);
    expect(shown()).toBeNull();
    expect(counts()).toEqual(before);
    // What is left belongs to the application, which can end it too.
    closeWorkers();
    closeDownloads();
    expect(counts()).toEqual({ workers: 0, timers: 0, listeners: 0, contexts: 0 });
    // What was edited last was written although the show was left at once.
    expect(mockSaved.at(-1)).toBe('a: Named in a');
  });
});
