const mockOpened: File[] = [];
jest.mock('./showFile/fileIn', () => ({ openFile: async (file: File) => void mockOpened.push(file) }));

import { goToVersion, takeHandedOver, useNewVersion, workOffline } from './offline';
import { TABS } from './shows/tidy';

/** A cache of answers by address. */
class FakeCache {
  readonly kept = new Map<string, Response>();
  constructor(private readonly site: Readonly<Record<string, string>>) {}
  match = async (address: string) => this.kept.get(address)?.clone();
  delete = async (address: string) => this.kept.delete(address);
  async add(address: string) {
    if (!(address in this.site)) throw new TypeError(`${address} is not there`);
    this.kept.set(address, new Response(this.site[address]));
  }
  async addAll(addresses: readonly string[]) {
    for (const one of addresses) await this.add(one);
  }
}

const VOICE = 'a'.repeat(64);
const SHOW = JSON.stringify({
  lanes: [
    { id: 'v', kind: 'voice' },
    { id: 'b', kind: 'bed' },
  ],
  parts: [
    { lane: 'v', media: VOICE },
    { lane: 'b', media: 'b' },
  ],
});

let demo: FakeCache;
let shared: FakeCache;
const define = (name: string, value: unknown) => Object.defineProperty(globalThis, name, { value, configurable: true });
const reload = jest.fn();

function browser({ workers, held = [TABS], search = '' }: { workers: object | undefined; held?: string[]; search?: string }) {
  define('navigator', { serviceWorker: workers, locks: { query: async () => ({ held: held.map((name) => ({ name })) }) } });
  define('window', { isSecureContext: true, location: { search, reload } });
  demo = new FakeCache({ '/demo/show.json': SHOW, '/demo/radio.json': '{}', [`/demo/media/${VOICE}`]: 'a voice' });
  shared = new FakeCache({});
  define('caches', { open: async (name: string) => (name.endsWith('demo') ? demo : shared) });
}

/** A service worker's registration whose next version the test brings in. */
function registration(controller: object | null) {
  const listeners = new Map<string, () => void>();
  const installing = { addEventListener: (_: string, heard: () => void) => void listeners.set('statechange', heard) };
  const kept = {
    ...{ waiting: null as object | null, installing },
    addEventListener: (name: string, heard: () => void) => void listeners.set(name, heard),
  };
  const workers = {
    ...{ controller, ready: Promise.resolve(kept), register: jest.fn(async () => kept) },
    addEventListener: (name: string, heard: () => void) => void listeners.set(name, heard),
  };
  return { kept, workers, tell: (name: string) => listeners.get(name)?.() };
}

beforeEach(() => {
  mockOpened.length = 0;
  reload.mockReset();
  useNewVersion.setState({ waiting: null });
});

it('keeps the demo and what its practice microphone says; a browser without service workers goes on as before', async () => {
  browser({ workers: registration(null).workers });
  await workOffline();
  expect([...demo.kept.keys()]).toEqual(['/demo/show.json', '/demo/radio.json', `/demo/media/${VOICE}`]);
  browser({ workers: undefined });
  await workOffline();
  expect(demo.kept.size).toBe(0);
});

it('a version that has come in is offered, but not the first of all, which takes no other’s place', async () => {
  for (const controller of [null, {}]) {
    const { kept, workers, tell } = registration(controller);
    browser({ workers });
    await workOffline();
    expect(useNewVersion.getState().waiting).toBeNull();
    tell('updatefound');
    kept.waiting = { name: 'newer' };
    tell('statechange');
    expect(useNewVersion.getState().waiting).toEqual(controller ? kept.waiting : null);
  }
});

it('goes over to a version only where no other window is open, and loads once it has taken over', async () => {
  const waiting = { postMessage: jest.fn() } as unknown as ServiceWorker;
  const { workers, tell } = registration({});
  browser({ workers, held: [TABS, TABS] });
  expect(await goToVersion(waiting)).toBe(false);
  expect(waiting.postMessage).not.toHaveBeenCalled();
  browser({ workers, held: [TABS, 'something else'] });
  expect(await goToVersion(waiting)).toBe(true);
  expect(waiting.postMessage).toHaveBeenCalledWith({ type: 'SKIP_WAITING' });
  expect(reload).not.toHaveBeenCalled();
  tell('controllerchange');
  expect(reload).toHaveBeenCalledTimes(1);
});

it('takes in what was shared with it, once, under its name', async () => {
  browser({ workers: undefined, search: '?shared' });
  shared.kept.set('/shared', new Response('bytes', { headers: { 'X-Name': encodeURIComponent('Opa’s show.zip') } }));
  await takeHandedOver();
  expect(mockOpened.map(({ name, size }) => [name, size])).toEqual([['Opa’s show.zip', 5]]);
  await takeHandedOver();
  expect(mockOpened).toHaveLength(1);
});
