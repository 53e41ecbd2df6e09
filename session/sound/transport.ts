import { t } from '../../words';
import { eachSession, perSession, sessionNow, sessionStore } from '../open/session';
import { Failure, failureOf } from '../../core/failure';
import { meterReading, onlyLevels, planShow, planSpans, relevelled, type MeterReading } from '../../core/mix';
import { compareLengths, newShow, showSeconds, type Media, type Show } from '../../core/show';
import { clamp, framesOf } from '../../core/units';
import { startPlaying } from '../../engine/play/play.client';
import type { ListenedPlan } from '../../engine/play/play.protocol';
import { Player } from '../../engine/play/player';
import { clicksOf, useClicking } from './clicking';
import { useCleared } from './cleared';
import { heardNow, useHeard } from './heard';
import { audibleShow, currentShow, rememberedNow, rememberNow, report, useOpenShow } from '../open/store';

/** What sounds: nothing, the show, or one piece on its own. */
export type Playing =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'show' }
  /** A stretch of the show, or of the show as it might be, while the now line stays where it is. */
  | { readonly kind: 'stretch'; readonly name: string }
  | { readonly kind: 'sound'; readonly media: string };

interface Transport {
  /** The moment on the now line, seconds. */
  readonly now: number;
  readonly playing: Playing;
  /** The device took the sound away while the show played: it plays on when it is given back. */
  readonly held: boolean;
}

export const useTransport = sessionStore<Transport>(() => ({ now: 0, playing: { kind: 'nothing' }, held: false }));

/** What plays the open show: made at the first sound, closed when the show is left. */
const playing = perSession((session) => {
  const own = {
    /** Somebody records and wants to hear nothing. */
    silent: false,
    player: null as Player | null,
    frame: 0,
    /** The show whose plan was played last, and the plan: levels that are moved start from it. */
    planned: null as { readonly show: Show; readonly plan: ListenedPlan } | null,
  };
  session.onEnd(() => {
    cancelAnimationFrame(own.frame);
    return own.player?.close();
  });
  return own;
});

/** The plan of a show with all that is known of its sounds. */
function planOf(show: Show): ListenedPlan {
  const own = playing();
  const planned = { ...planShow(show, heardNow()), clicks: clicksOf(show) };
  const plan = own.silent ? { ...planned, parts: [], clicks: [] } : planned;
  own.planned = { show, plan };
  return plan;
}

function output(): Player {
  const own = playing();
  const session = sessionNow();
  return (own.player ??= new Player(startPlaying(), {
    ended: () => {
      if (session.over) return;
      const show = audibleShow();
      rest(useTransport.getState().playing.kind === 'show' && show ? showSeconds(show) : undefined);
    },
    failed: (failure) => {
      if (session.over) return;
      rest();
      report(failure);
    },
    held: (at) => {
      if (session.over) return;
      const whole = useTransport.getState().playing.kind === 'show';
      useTransport.setState({ held: whole });
      tell(t('session.heldUp'));
      rest(whole ? at : undefined);
    },
    back: () => {
      if (session.over || !useTransport.getState().held) return;
      untell(t('session.heldUp'));
      playShow();
    },
    silent: (is) => {
      if (session.over) return;
      if (is) tell(t('session.noOutput'));
      else untell(t('session.noOutput'));
    },
  }));
}

/** Has what plays ready before the first tap. */
export function warmUp(): void {
  if (!playing().player) output().warm(planShow(newShow('', '')));
}

const tell = (text: string) => useOpenShow.getState().notify({ kind: 'words', text });

/** Takes a sentence back that is no longer true. */
function untell(text: string): void {
  const { notice, notify } = useOpenShow.getState();
  if (notice?.kind === 'words' && notice.text === text) notify(null);
}

/** While the show plays its place is written down this often, seconds. */
const REMEMBERED = 2;

/** Follows the audio clock, once a picture of the screen. */
function follow(): void {
  const own = playing();
  cancelAnimationFrame(own.frame);
  own.frame = requestAnimationFrame(() => {
    const position = own.player?.position() ?? null;
    const { kind } = useTransport.getState().playing;
    if (kind === 'show' && position !== null) {
      useTransport.setState({ now: position });
      // Whoever leaves while it plays comes back to about here.
      if (Math.abs(position - rememberedNow()) >= REMEMBERED) rememberNow(position);
    }
    if (kind !== 'nothing') follow();
  });
}

function rest(at?: number): void {
  playing().silent = false;
  cancelAnimationFrame(playing().frame);
  useTransport.setState((state) => ({ playing: { kind: 'nothing' }, now: at ?? state.now }));
  rememberNow(useTransport.getState().now);
}

async function start(plan: ListenedPlan, from: number, what: Playing): Promise<void> {
  const session = sessionNow();
  useTransport.setState({ playing: what, held: false });
  try {
    await output().play(plan, from);
    if (!session.over) follow();
  } catch (error) {
    if (session.over) return;
    rest();
    if (failureOf(error).code !== 'cancelled') report(error);
  }
}

/** Plays from the now line; from the start where the now line stands at the end. */
export function playShow(): void {
  const show = audibleShow();
  if (!show) return;
  if (showSeconds(show) === 0) {
    const text = t('session.addPhotosFirst');
    useOpenShow.getState().notify({ kind: 'words', text });
    return;
  }
  const { now } = useTransport.getState();
  const length = showSeconds(show);
  const from = now >= length - 0.05 ? 0 : now;
  useTransport.setState({ now: from });
  void start(planOf(show), from, { kind: 'show' });
}

/** Stops whatever plays; the now line stays. */
export function pause(): void {
  playing().player?.stop();
  useTransport.setState({ held: false });
  rest();
}

/** Plays the show, or stops whatever plays. */
export function togglePlay(): void {
  if (useTransport.getState().playing.kind === 'nothing') playShow();
  else pause();
}

/** Plays on from a moment to the end of the pictures or of the bed, whichever is later: for tapping along. */
export function playOn(from: number): void {
  const show = audibleShow();
  if (!show) return;
  useTransport.setState({ now: from });
  void start({ ...planOf(show), frames: framesOf(reach(show)) }, from, { kind: 'show' });
}

/** The audio clock that everything is played by. Call it from a tap or a key: browsers allow sound only then. */
export function audioClock(): AudioContext {
  return output().clock;
}

/** Plays the show from a moment while somebody records, heard or silent; gives the time of the audio clock at which it begins. */
export async function playToRecord(from: number, bed: boolean): Promise<number> {
  const show = currentShow();
  if (!show) throw new Failure('show.missing');
  playing().silent = !bed;
  useTransport.setState({ now: from });
  await start(planOf(show), from, { kind: 'show' });
  const clock = output().clockOf(from);
  if (clock === null) throw new Failure('output.missing');
  return clock;
}

/** Plays one piece on its own from its start, or stops it. */
export function toggleSound(media: Media): void {
  const { playing: now } = useTransport.getState();
  if (now.kind === 'sound' && now.media === media.id) pause();
  else void start(planSpans(media.id, media.seconds, [{ from: 0, to: media.seconds, join: 0 }]), 0, { kind: 'sound', media: media.id });
}

/** Plays a stretch [from, to) of a show, or stops it where it plays already. `name` tells one stretch from another. */
export function toggleStretch(name: string, show: Show, from: number, to: number): void {
  const { playing: now } = useTransport.getState();
  if (now.kind === 'stretch' && now.name === name) {
    pause();
    return;
  }
  const plan = planOf(show);
  const frames = Math.min(plan.frames, framesOf(to));
  void start({ ...plan, frames, closing: Math.max(plan.closing, framesOf(0.02)) }, Math.max(0, from), { kind: 'stretch', name });
}

/** Plays a plan of its own from `from` seconds of it, from anew where it plays already. `name` tells one from another. */
export function playPlan(name: string, plan: ListenedPlan, from: number): void {
  void start(plan, from, { kind: 'stretch', name });
}

/** Seconds of the plan that are heard right now; null while nothing plays. */
export function planPosition(): number | null {
  return playing().player?.position() ?? null;
}

/** What the meters say of the moment that is heard: by lane, and of the whole; null while the show does not play. */
export function metersNow(): {
  readonly lanes: ReadonlyMap<string, MeterReading['lanes'][number]>;
  readonly whole: MeterReading['whole'];
} | null {
  const metered = useTransport.getState().playing.kind === 'nothing' ? null : (playing().player?.metered() ?? null);
  if (!metered) return null;
  const { lanes, whole } = meterReading(metered.row);
  return { lanes: new Map(lanes.map((one, i) => [metered.lanes[i]!, one])), whole };
}

/** How far down the now line can go: to the end of the pictures or of the bed, whichever is later. */
function reach(show: Show): number {
  const { pictures, bed } = compareLengths(show);
  return Math.max(pictures, bed);
}

/** Puts the now line at a moment of the show; while the show plays, it plays on from there. */
export function seek(moment: number): void {
  const show = audibleShow();
  if (!show) return;
  const now = clamp(moment, 0, reach(show));
  const { kind } = useTransport.getState().playing;
  useTransport.setState({ now });
  if (kind === 'show') void start(planOf(show), now, { kind: 'show' });
  else rememberNow(now);
}

/** Scrubbing by hand stops the show first: the finger leads, not the clock. */
export function scrubTo(moment: number): void {
  if (useTransport.getState().playing.kind === 'show') pause();
  seek(moment);
}

// A newly opened show brings its place; an edit while playing is heard at once, and so is what was found out about speech meanwhile.
eachSession((session) => {
  let last: Show | null = null;
  const heardAnew = () => {
    const show = audibleShow();
    if (!show || useTransport.getState().playing.kind !== 'show') return;
    const { planned } = playing();
    // A level that a finger moves is heard at once; dips that follow it do when it is let go.
    if (planned && useOpenShow.getState().preview === show && onlyLevels(planned.show, show))
      void output().relevel(relevelled(planned.plan, show));
    else void output().update(planOf(show));
  };
  session.onEnd(
    useOpenShow.subscribe((store) => {
      const show = audibleShow(store);
      if (show === last) return;
      const opened = show !== null && show.id !== last?.id;
      last = show;
      if (!show || opened) {
        if (useTransport.getState().playing.kind !== 'nothing') pause();
        useTransport.setState({ now: show ? clamp(rememberedNow(), 0, reach(show)) : 0 });
        return;
      }
      const furthest = reach(show);
      if (useTransport.getState().now > furthest) useTransport.setState({ now: furthest });
      if (showSeconds(show) === 0 && useTransport.getState().playing.kind === 'show') pause();
      else heardAnew();
    }),
  );
  session.onEnd(useHeard.subscribe(heardAnew));
  session.onEnd(useClicking.subscribe(heardAnew));
  session.onEnd(
    useCleared.subscribe(({ done }, before) => {
      if (done !== before.done) heardAnew();
    }),
  );
});
