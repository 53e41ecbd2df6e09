import { startHistory, type Show } from '../../core/show';
import { renameShow } from '../../core/show/edits';
import { boatOver } from '../../tests/boat';
import { fakeLocks } from '../../tests/locks';
import { showOf } from '../../tests/shows';
import type { OpenSession } from './session';

// Two tabs of one browser: each has modules of its own, both have the same disk, the same lifeboat and the same locks.

const mockDisk = {
  rows: new Map<string, string>(),
  full: false,
  /** How long a write takes, ms. */
  slow: 0,
  getItem: async (key: string) => mockDisk.rows.get(key) ?? null,
  getMany: async (keys: string[]) => Object.fromEntries(keys.map((key) => [key, mockDisk.rows.get(key) ?? null])),
  getAllKeys: async () => [...mockDisk.rows.keys()],
  setItem: async (key: string, value: string) => mockDisk.setMany({ [key]: value }),
  async setMany(entries: Record<string, string>) {
    if (mockDisk.full) throw new DOMException('no room', 'QuotaExceededError');
    if (mockDisk.slow > 0) await new Promise((written) => setTimeout(written, mockDisk.slow));
    for (const [key, value] of Object.entries(entries)) mockDisk.rows.set(key, value);
  },
  removeItem: async (key: string) => void mockDisk.rows.delete(key),
  removeMany: async (keys: string[]) => keys.forEach((key) => mockDisk.rows.delete(key)),
};
jest.mock('@react-native-async-storage/async-storage', () => ({ createAsyncStorage: () => mockDisk }));

interface Modules {
  openShow(id: string): OpenSession;
  leaveShow(session: OpenSession): Promise<void>;
  currentShow(): Show | null;
  readonly useOpenShow: {
    getState(): {
      readonly state: { readonly status: string; readonly mayEdit?: boolean };
      readonly saved: { readonly status: string; readonly failure?: { readonly code: string } };
      readonly notice: { readonly text?: string } | null;
      edit(edit: typeof renameShow, details: { readonly title: string }): void;
    };
  };
}

/** A tab in which nothing is open yet. */
function tab() {
  let modules!: Modules;
  jest.isolateModules(() => {
    modules = jest.requireActual('./store') as Modules;
  });
  const now = () => modules.useOpenShow.getState();
  return {
    ...modules,
    now,
    rename: (title: string) => now().edit(renameShow, { title }),
    title: () => modules.currentShow()?.title,
  };
}

/** Waits until something holds, as long as a test may take. */
async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await jest.advanceTimersByTimeAsync(50);
}

const boat = new Map<string, string>();

beforeEach(async () => {
  jest.useFakeTimers();
  mockDisk.rows.clear();
  Object.assign(mockDisk, { full: false, slow: 0 });
  boat.clear();
  Object.defineProperty(globalThis, 'navigator', { value: { locks: fakeLocks() }, configurable: true });
  Object.assign(globalThis, { localStorage: boatOver(boat) });
  const show = { ...showOf([5, 6], 30), id: 'both', title: 'Before' };
  mockDisk.rows.set('show/both', JSON.stringify({ ...startHistory(show), savedAt: 1 }));
});
afterEach(() => {
  jest.useRealTimers();
  Reflect.deleteProperty(globalThis, 'localStorage');
});

it('one tab edits, the other looks on and says so; it gets the show, as the first has left it, when that lets go', async () => {
  const [first, second] = [tab(), tab()];
  const held = first.openShow('both');
  await until(() => first.now().state.mayEdit === true);
  const waiting = second.openShow('both');
  await until(() => second.now().state.status === 'open');
  first.rename('Named in the first');
  second.rename('Named in the second');
  expect(second.now().notice?.text).toMatch(/another tab/);
  expect([first.title(), second.title(), second.now().state.mayEdit]).toEqual(['Named in the first', 'Before', false]);
  // Left at once: the last edit is on the disk before the other tab may write, however slow that is.
  mockDisk.slow = 400;
  const left = first.leaveShow(held);
  await until(() => second.now().state.mayEdit === true);
  expect(second.title()).toBe('Named in the first');
  await left;
  mockDisk.slow = 0;
  second.rename('Named in the second');
  await second.leaveShow(waiting);
  expect(mockDisk.rows.get('show/both')).toContain('Named in the second');
});

it('an edit that the disk has no room for is told, tried again, and written once there is room', async () => {
  const one = tab();
  const session = one.openShow('both');
  await until(() => one.now().state.mayEdit === true);
  mockDisk.full = true;
  one.rename('Does not fit');
  await until(() => one.now().saved.status === 'failed');
  expect(one.now().saved.failure?.code).toBe('storage.full');
  expect(mockDisk.rows.get('show/both')).not.toContain('Does not fit');
  expect([...boat.values()].join()).toContain('Does not fit');
  mockDisk.full = false;
  await until(() => one.now().saved.status === 'saved');
  expect(mockDisk.rows.get('show/both')).toContain('Does not fit');
  expect(boat.size).toBe(0);
  await one.leaveShow(session);
});

it('an edit that the disk never took is there in the next tab: it lies in the lifeboat until it is written', async () => {
  const one = tab();
  const session = one.openShow('both');
  await until(() => one.now().state.mayEdit === true);
  mockDisk.full = true;
  one.rename('Rescued');
  await until(() => one.now().saved.status === 'failed');
  await one.leaveShow(session);
  const next = tab();
  const again = next.openShow('both');
  await until(() => next.now().state.status === 'open');
  expect(next.title()).toBe('Rescued');
  expect(boat.size).toBe(1);
  mockDisk.full = false;
  await next.leaveShow(again);
});
