import type { ShelfEntry } from '../../core/shelf';
import { Failure } from '../../core/failure';
import { perSession, sessionStore } from '../open/session';
import { report } from '../open/store';
import { pause, useTransport } from '../sound/transport';

/** The entry of the shelf that is listened to; null while none is. */
export const useShelfListening = sessionStore<{ readonly id: string | null }>(() => ({ id: null }));

/** What sounds: it is streamed from the server, nothing of it is kept. */
const sounding = perSession((session) => {
  const own = { players: [] as HTMLAudioElement[] };
  session.onEnd(() => own.players.forEach((player) => player.pause()));
  return own;
});

/** Stops what is listened to. */
export function hush(): void {
  const own = sounding();
  for (const player of own.players.splice(0)) {
    player.pause();
    player.removeAttribute('src');
  }
  useShelfListening.setState({ id: null });
}

/** Listens to an entry, or stops it where it plays already. A piece in layers without a sum is heard layer upon layer. */
export function listenToEntry(entry: ShelfEntry): void {
  const on = useShelfListening.getState().id === entry.id;
  hush();
  if (on) return;
  if (useTransport.getState().playing.kind !== 'nothing') pause();
  const own = sounding();
  own.players = (entry.sum ? [entry.sum] : entry.files).map(({ url }) => new Audio(url));
  useShelfListening.setState({ id: entry.id });
  for (const player of own.players) {
    player.addEventListener('ended', () => (own.players.includes(player) ? hush() : undefined));
    void player.play().catch((error: unknown) => {
      if (!own.players.includes(player)) return;
      hush();
      report(new Failure('shelf.away', { name: entry.title }, error));
    });
  }
}

// Whoever plays the show wants to hear that.
useTransport.subscribe(({ playing }) => {
  if (playing.kind !== 'nothing' && useShelfListening.getState().id !== null) hush();
});
