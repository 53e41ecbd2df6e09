import { create } from 'zustand';
import { failureOf, type Failure } from '../../core/failure';
import { askedOf, layingOf, pieceOf, wantedSeconds, type Answer, type Asked, type Wish } from '../../core/fit';
import type { Hearing } from '../../core/music';
import type { Fitted, Part, Show } from '../../core/show';
import { layFit, type LaidFit } from '../../core/show/edits';
import { currentShow, useOpenShow } from '../open/store';
import { asker } from '../workers';
import { hearPiece } from './hearings';

/** A part that is being fitted: what is asked for, and the answers to it. */
export interface Fitting {
  readonly part: string;
  readonly asked: Asked;
  /** Null until the piece was heard; what was heard stays where it is heard anew. */
  readonly heard: Hearing | null;
  /** Best first; null while the first ones are looked for. */
  readonly answers: readonly Answer[] | null;
  /** Answers to what is asked now are looked for: those that stand are for what was asked before. */
  readonly solving: boolean;
  /** Why there is no weave; null where there is one. */
  readonly why: string | null;
  /** Where nothing hides at this length, the nearest one at which something does, seconds; null where that is not known. */
  readonly near: number | null;
  readonly picked: number;
  readonly failure: Failure | null;
}

export const useFitting = create<{ readonly fitting: Fitting | null }>()(() => ({ fitting: null }));

const get = () => useFitting.getState().fitting;
const set = (change: Partial<Fitting>) => {
  const fitting = get();
  if (fitting) useFitting.setState({ fitting: { ...fitting, ...change } });
};

let turn = 0;

export function partOf(show: Show | null, id: string): Part | null {
  return show?.parts.find((one) => one.id === id) ?? null;
}

/** Opens the fit for a part: with what it was fitted with, or with sensible starts. The piece is heard if it was not yet. */
export function openFitting(show: Show, part: Part): void {
  turn += 1;
  useFitting.setState({
    fitting: {
      part: part.id,
      asked: askedOf(show, part),
      heard: null,
      answers: null,
      solving: true,
      why: null,
      near: null,
      picked: 0,
      failure: null,
    },
  });
  void listen();
}

export function closeFitting(): void {
  turn += 1;
  useFitting.setState({ fitting: null });
}

/** Hears the piece, then looks for answers. */
export async function listen(): Promise<void> {
  const [show, fitting] = [currentShow(), get()];
  const part = fitting && partOf(show, fitting.part);
  if (!show || !part) return;
  const mine = (turn += 1);
  set({ failure: null, solving: true });
  const heard = await hearPiece(show.media[part.media]!);
  if (mine !== turn || !heard) return;
  set({ heard });
  await solve();
}

/** What the worker is asked for a part. */
function question(show: Show, part: Part, asked: Asked) {
  return {
    media: part.media,
    grid: show.media[part.media]!.grid ?? null,
    piece: pieceOf(show, part),
    wanted: wantedSeconds(show, part, asked.to),
    wish: asked.wish,
  };
}

/** Looks for answers to what is asked now; an older question's answers are dropped. */
async function solve(): Promise<void> {
  const [show, fitting] = [currentShow(), get()];
  const part = fitting && partOf(show, fitting.part);
  if (!show || !part || !fitting.heard) return;
  const mine = (turn += 1);
  nearby?.abort();
  set({ solving: true });
  try {
    const asking = question(show, part, fitting.asked);
    const { answers, why } = await asker().call('fit', { ...asking, only: null });
    if (mine !== turn) return;
    set({ answers, why, near: null, picked: 0, failure: null, solving: false });
    await lookNearby(asking, answers, mine);
  } catch (error) {
    if (mine === turn) set({ failure: failureOf(error), solving: false });
  }
}

let nearby: AbortController | null = null;

/** Where no weave hides, a length near it may have one that does. */
async function lookNearby(asking: ReturnType<typeof question>, answers: readonly Answer[], mine: number): Promise<void> {
  nearby?.abort();
  const weaves = answers.filter(({ way }) => way === 'weave');
  if (weaves.length === 0 || weaves.some(({ hiding }) => hiding === 'hidden')) return;
  nearby = new AbortController();
  const near = await asker()
    .call('fitNear', asking, { signal: nearby.signal })
    .catch(() => null);
  if (mine === turn) set({ near });
}

/** Changes what is asked for, and looks for answers anew. */
export function ask(change: Partial<Asked>): void {
  const fitting = get();
  if (!fitting) return;
  set({ asked: { ...fitting.asked, ...change } });
  const { to, wish } = change;
  if (to !== undefined || wish !== undefined) void solve();
}

export function askWish(change: Partial<Wish>): void {
  const fitting = get();
  if (fitting) ask({ wish: { ...fitting.asked.wish, ...change } });
}

export function pick(index: number): void {
  set({ picked: index });
}

/** The show has changed under the fit (marks, the beat): what is asked follows it. */
export function askAnew(): void {
  const [show, fitting] = [currentShow(), get()];
  const part = fitting && partOf(show, fitting.part);
  if (!show || !part) return;
  const marks = show.media[part.media]!.marks;
  set({ asked: { ...fitting.asked, wish: { ...fitting.asked.wish, keep: marks?.keep ?? [], out: marks?.out ?? [] } } });
  void listen();
}

/** An answer as it would be laid. */
export function laying(show: Show, fitting: Fitting, answer: Answer): LaidFit | null {
  const part = partOf(show, fitting.part);
  return part && layingOf(show, part, answer, fitting.asked, fitting.heard?.ending.ring ?? 0);
}

/** Lays the picked answer. */
export function layAnswer(answer: Answer): void {
  const [show, fitting] = [currentShow(), get()];
  const details = show && fitting && laying(show, fitting, answer);
  if (details) useOpenShow.getState().edit(layFit, details);
}

/** The best answer of a part's own way to what is asked; null where there is none. @throws Failure. */
async function bestOf(show: Show, part: Part, asked: Asked, way: Fitted['way'], quick = false): Promise<LaidFit | null> {
  const heard = await hearPiece(show.media[part.media]!);
  if (!heard) return null;
  const { answers } = await asker().call('fit', { ...question(show, part, asked), only: way, quick });
  const [best] = answers;
  return best ? layingOf(show, part, best, asked, heard.ending.ring) : null;
}

/** Fits a part anew, as it was fitted, to the show's present length or to another wish. Says so where that cannot be. */
export async function refit(id: string, change: (asked: Asked) => Asked = (asked) => asked): Promise<boolean> {
  const show = currentShow();
  const part = partOf(show, id);
  if (!show || !part?.fit) return false;
  const { edit, notify } = useOpenShow.getState();
  try {
    const laid = await bestOf(show, part, change(askedOf(show, part)), part.fit.way);
    // Whatever was changed meanwhile counts: the answer is for a show that is no longer there.
    if (currentShow() !== show) return false;
    if (laid) edit(layFit, laid);
    else
      notify({
        kind: 'words',
        text: 'There is no such fit under these wishes. The music is as it was; open the fit to ask for something else.',
      });
    return laid !== null;
  } catch (error) {
    notify({ kind: 'failure', failure: failureOf(error) });
    return false;
  }
}

let trying: { readonly id: string; readonly end: number } | null = null;
let busy = false;

/** The latest end that a finger asked for, once. */
function take(): { readonly id: string; readonly end: number } | null {
  const now = trying;
  trying = null;
  return now;
}

/** The end of a fitted part follows a finger: it is solved while the finger moves, one length after the other, the latest first. */
export async function tryEnd(id: string, end: number): Promise<void> {
  trying = { id, end };
  if (busy) return;
  busy = true;
  try {
    for (let now = take(); now; now = take()) {
      const laid = await laidTo(now.id, now.end, true);
      if (laid && dragging) useOpenShow.getState().tryOut(layFit, laid);
    }
  } catch {
    // The finger moves on; what cannot be solved shows nothing new.
  } finally {
    busy = false;
  }
}

let dragging = false;
export function beginEnd(): void {
  dragging = true;
}

/** The finger has let go: the length it stood at is laid. */
export async function dropEnd(id: string, end: number | null): Promise<void> {
  dragging = false;
  trying = null;
  const { edit, endPreview, notify } = useOpenShow.getState();
  const show = currentShow();
  try {
    const laid = end === null ? null : await laidTo(id, end);
    // What was undone or changed meanwhile counts.
    if (laid && currentShow() === show) edit(layFit, laid);
    else endPreview();
  } catch (error) {
    endPreview();
    notify({ kind: 'failure', failure: failureOf(error) });
  }
}

/** Within this of the show's own length the end of the show is meant, seconds. */
const SHOWS_END = 0.3;

async function laidTo(id: string, end: number, quick = false): Promise<LaidFit | null> {
  const show = currentShow();
  const part = partOf(show, id);
  if (!show || !part?.fit) return null;
  const length = Math.max(1, end - part.at);
  const to = Math.abs(length - wantedSeconds(show, part, 'show')) < SHOWS_END ? ('show' as const) : length;
  return bestOf(
    show,
    part,
    { ...askedOf(show, part), to, slack: to === 'show' ? askedOf(show, part).slack : 'leave' },
    part.fit.way,
    quick,
  );
}
