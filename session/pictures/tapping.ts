import { eachSession, perSession, sessionStore } from '../open/session';
import { showSeconds } from '../../core/show';
import { tapAlong } from '../../core/show/edits';
import { currentShow, useOpenShow } from '../open/store';
import { pause, playOn, useTransport } from '../sound/transport';

/** Tapping the changes of picture while the bed plays: nothing, tapping, or taps that wait to be nudged and used. */
export type Tapping =
  { readonly status: 'off' } | { readonly status: 'tapping' | 'done'; readonly from: number; readonly taps: readonly number[] };

export const useTapping = sessionStore<{ tapping: Tapping }>(() => ({ tapping: { status: 'off' } }));

const set = (tapping: Tapping) => useTapping.setState({ tapping });

/** Taps closer together than this are one, seconds: a finger that bounced. */
const BOUNCE = 0.15;

/** While tapping, the picture on screen is drawn as far as this beyond the now line, and further in time, seconds. */
const WAITS = 5;
/** Until when it is drawn to last. */
const waiting = perSession(() => ({ until: 0 }));

/** Draws the show as the taps would make it. While tapping, the picture on screen waits for its tap. */
function preview(): void {
  const { tapping } = useTapping.getState();
  const show = currentShow();
  if (tapping.status === 'off' || !show) return;
  const { from, taps } = tapping;
  const until = (waiting().until = useTransport.getState().now + WAITS);
  useOpenShow.getState().tryOut(tapAlong, { from, taps: tapping.status === 'tapping' ? [...taps, until] : taps });
}

/** Starts playing from the now line and waits for taps. */
export function startTapping(): void {
  const show = currentShow();
  if (!show || show.pictures.length === 0) return;
  const { now } = useTransport.getState();
  const from = now >= showSeconds(show) - 0.5 ? 0 : now;
  set({ status: 'tapping', from, taps: [] });
  playOn(from);
  preview();
}

/** Ends the picture on screen, now. */
export function tap(): void {
  const { tapping } = useTapping.getState();
  if (tapping.status !== 'tapping') return;
  const { now } = useTransport.getState();
  if (now - (tapping.taps.at(-1) ?? tapping.from) < BOUNCE) return;
  set({ ...tapping, taps: [...tapping.taps, now] });
  preview();
}

/** Stops playing; the taps wait to be nudged and used. */
export function stopTapping(): void {
  const { tapping } = useTapping.getState();
  if (tapping.status !== 'tapping') return;
  if (tapping.taps.length === 0) {
    dropTapping();
    return;
  }
  set({ ...tapping, status: 'done' });
  pause();
  preview();
}

/** Moves one tap, or all of them, by some seconds; no tap passes another. */
export function nudgeTaps(which: number | 'all', seconds: number): void {
  const { tapping } = useTapping.getState();
  if (tapping.status !== 'done') return;
  const { from, taps } = tapping;
  const moved = taps.map((one, index) => (which === 'all' || which === index ? one + seconds : one));
  const inOrder = moved.every((one, index) => one - (moved[index - 1] ?? from) >= 0.1);
  if (inOrder) set({ ...tapping, taps: moved });
  preview();
}

/** Gives the pictures the tapped times, as one undo step. */
export function takeTaps(): void {
  const { tapping } = useTapping.getState();
  if (tapping.status !== 'done') return;
  const { from, taps } = tapping;
  set({ status: 'off' });
  useOpenShow.getState().edit(tapAlong, { from, taps });
}

/** Lets go of the taps; the pictures stay as they were. */
export function dropTapping(): void {
  if (useTapping.getState().tapping.status === 'off') return;
  if (useTapping.getState().tapping.status === 'tapping') pause();
  set({ status: 'off' });
  useOpenShow.getState().endPreview();
}

// The picture on screen goes on waiting. Where the bed came to its end, or somebody paused, the taps so far wait to be used.
eachSession((session) => {
  session.onEnd(
    useTransport.subscribe(({ now, playing }, before) => {
      if (useTapping.getState().tapping.status === 'tapping' && now > waiting().until - 1) preview();
      if (playing.kind === 'nothing' && before.playing.kind === 'show') stopTapping();
    }),
  );
});
