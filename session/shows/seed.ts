import { create } from 'zustand';
import { Failure, failureOf } from '../../core/failure';
import { readShow, startHistory, type Media } from '../../core/show';
import { fileAt, places } from '../../engine/media/folders';
import { newId } from '../ids';
import { listener } from '../workers';
import { tidyOnce } from './tidy';
import { isSeeded, landLifeboats, markSeeded, saveRecord, START_PLACE } from './records';
import { refreshShows } from './useShows';

/** Laying out the demo show: it comes with the application, from its own server. */
export type Seeding =
  | { readonly status: 'idle' }
  | { readonly status: 'running'; readonly share: number }
  | { readonly status: 'failed'; readonly failure: Failure };

export const useSeeding = create<{ seeding: Seeding }>()(() => ({ seeding: { status: 'idle' } }));

let started = false;

/** Tidies up and, on the first visit only, lays out the demo show. A demo show that was deleted stays deleted until it is asked for. */
export async function startOnce(): Promise<void> {
  if (started) return;
  started = true;
  await tidyOnce();
  try {
    await landLifeboats();
    await refreshShows();
    if (await isSeeded()) return;
  } catch (error) {
    useSeeding.setState({ seeding: { status: 'failed', failure: failureOf(error) } });
    return;
  }
  // Two windows of a first visit lay out one demo show between them.
  await alone('rainbed/seed', async () => {
    if (!(await isSeeded().catch(() => false))) await layDemo();
    else await refreshShows();
  });
}

/** Does work that no other window does at the same time; browsers without locks do it at once. */
async function alone(name: string, work: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request(name, work);
  else await work();
}

/** The demo shows: the first is laid out on the first visit, the others when they are asked for. */
export const DEMOS = { show: '/demo/show.json', radio: '/demo/radio.json' } as const;

/** Fetches a demo show and its media and stores them like files of one's own. */
export async function layDemo(which: keyof typeof DEMOS = 'show'): Promise<void> {
  const say = (seeding: Seeding) => useSeeding.setState({ seeding });
  try {
    say({ status: 'running', share: 0 });
    const laid = readShow(await (await get(DEMOS[which])).json());
    // Each time it is laid out it is a show of its own: it takes no other one's place, whatever became of that.
    const show = { ...laid, id: newId() };
    const media = Object.values(show.media);
    const whole = media.reduce((sum, one) => sum + one.bytes, 0);
    let done = 0;
    let coming = media[0] && demoFile(media[0]);
    for (const [index, one] of media.entries()) {
      const file = await coming!;
      // The next one is on its way while this one is taken in. Whether it came is asked for when it is its turn.
      const next = media[index + 1];
      coming = next && demoFile(next);
      coming?.catch(() => undefined);
      await takeDemoFile(one, file, (share) => say({ status: 'running', share: (done + share * one.bytes) / whole }));
      done += one.bytes;
    }
    await saveRecord(startHistory(show), START_PLACE, Date.now());
    await markSeeded();
    say({ status: 'idle' });
    await refreshShows();
  } catch (error) {
    say({ status: 'failed', failure: failureOf(error) });
  }
}

/** What is here already needs no server. */
async function demoFile(media: Media): Promise<Blob> {
  return (await fileAt(places.original(media.id))) ?? (await (await get(`/demo/media/${media.id}`)).blob());
}

async function takeDemoFile(media: Media, file: Blob, onProgress: (share: number) => void): Promise<void> {
  const want = media.kind === 'sound' ? 'sound' : 'picture';
  const taken = await listener().call('take', { file, name: media.title, want }, { onProgress });
  if (taken.media.id !== media.id) throw new Failure('media.damaged', { name: media.title });
}

async function get(path: string): Promise<Response> {
  const response = await fetch(path).catch(() => null);
  if (!response?.ok) throw new Failure('server.away');
  return response;
}
