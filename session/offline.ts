import { create } from 'zustand';
import type { Show } from '../core/show';
import { openFile } from './showFile/fileIn';
import { TABS } from './shows/tidy';

/** A version of the application that has come in and waits; null while there is none. */
export const useNewVersion = create<{ readonly waiting: ServiceWorker | null }>()(() => ({ waiting: null }));

const DEMO = 'rain-bed-demo';
const SHARED = 'rain-bed-shared';

/** Keeps the application in the browser, so that it opens without its server. Where the browser cannot, it works as before. */
export async function workOffline(): Promise<void> {
  const { serviceWorker } = navigator;
  if (!serviceWorker || !window.isSecureContext) return;
  try {
    const kept = await serviceWorker.register('/service-worker.js', { updateViaCache: 'none' });
    const look = () => {
      // The first one of all has nothing to take the place of.
      if (serviceWorker.controller) useNewVersion.setState({ waiting: kept.waiting });
    };
    look();
    kept.addEventListener('updatefound', () => kept.installing?.addEventListener('statechange', look));
    await serviceWorker.ready;
    await keepDemo();
  } catch {
    // No server that has one, or no room for it.
  }
}

/** What the demo's practice microphone says, and what the demo shows consist of. */
async function keepDemo(): Promise<void> {
  const cache = await caches.open(DEMO);
  await cache.addAll(['/demo/show.json', '/demo/radio.json']);
  const show = (await (await cache.match('/demo/show.json'))!.json()) as Show;
  const voices = show.parts.filter(({ lane }) => show.lanes.some(({ id, kind }) => id === lane && kind === 'voice'));
  for (const { media } of voices) {
    const address = `/demo/media/${media}`;
    if (!(await cache.match(address))) await cache.add(address);
  }
}

/** Whether other windows of the application are open: their version is not changed underneath them. */
async function othersOpen(): Promise<boolean> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return held.filter(({ name }) => name === TABS).length > 1;
}

/** Goes over to the version that waits. @returns false where other windows have to be closed before. */
export async function goToVersion(waiting: ServiceWorker): Promise<boolean> {
  if (await othersOpen()) return false;
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true });
  waiting.postMessage({ type: 'SKIP_WAITING' });
  return true;
}

interface Launch {
  readonly files?: readonly FileSystemFileHandle[];
}

/** Takes in what another application opened with this one, or shared with it. */
export async function takeHandedOver(): Promise<void> {
  const { launchQueue } = window as { launchQueue?: { setConsumer(take: (launch: Launch) => void): void } };
  launchQueue?.setConsumer(({ files = [] }) => {
    const [first] = files;
    if (first) void first.getFile().then(openFile);
  });
  if (new URLSearchParams(window.location.search).get('shared') === null || typeof caches === 'undefined') return;
  const cache = await caches.open(SHARED);
  const shared = await cache.match('/shared');
  if (!shared) return;
  await cache.delete('/shared');
  await openFile(new File([await shared.blob()], decodeURIComponent(shared.headers.get('X-Name') ?? 'shared.zip')));
}
