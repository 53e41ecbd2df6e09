import type { Phrase } from '../../core/phrase';
import { t } from '../../words';
import { latest, sessionStore } from '../open/session';
import { failureOf, type Failure } from '../../core/failure';
import {
  askedOf,
  changeStitch,
  layingOf,
  pieceOf,
  wantedSeconds,
  type Answer,
  type Asked,
  type StitchChange,
  type Wish,
} from '../../core/fit';
import type { Hearing } from '../../core/music';
import type { Fitted, Part, Show, Stretch } from '../../core/show';
import { layFit, type LaidFit } from '../../core/show/edits';
import { currentShow, useOpenShow } from '../open/store';
import { analyst } from '../workers';
import { hearPiece } from './hearings';

/** A part that is being fitted: what is asked for, and the answers to it. */
export interface FitState {
  readonly part: string;
  readonly asked: Asked;
  /** Null until the piece was heard; what was heard stays where it is heard anew. */
  readonly heard: Hearing | null;
  /** Best first; null while the first ones are looked for. */
  readonly answers: readonly Answer[] | null;
  /** Answers to what is asked now are looked for: those that stand are for what was asked before. */
  readonly solving: boolean;
  /** Why there is no weave; null where there is one. */
  readonly why: Phrase | null;
  /** Where nothing hides at this length, the nearest one at which something does, seconds; null where that is not known. */
  readonly near: number | null;
  readonly picked: number;
  readonly failure: Failure | null;
}

export const useFitting = sessionStore<{ readonly fitting: FitState | null }>(() => ({ fitting: null }));

/** What was touched of the fit on the sheet: a passage of the piece (seconds of the source), or a stitch of the answer that is shown. */
export type Touched = { readonly passage: Stretch } | { readonly stitch: number } | null;

export const useTouched = sessionStore<{ readonly touched: Touched }>(() => ({ touched: null }));

export function touch(touched: Touched): void {
  useTouched.setState({ touched });
}

const get = () => useFitting.getState().fitting;
const set = (change: Partial<FitState>) => {
  const fitting = get();
  if (fitting) useFitting.setState({ fitting: { ...fitting, ...change } });
};

/** The answers that are looked for, and the length near by at which something hides. */
const answering = latest();
const nearing = latest();

/** A part of a show by its name; null where either is not there. */
export function partOf(show: Show | null, id: string): Part | null {
  return show?.parts.find((one) => one.id === id) ?? null;
}

/** Opens the fit for a part: with what it was fitted with, or with sensible starts. The piece is heard if it was not yet. */
export function openFitting(show: Show, part: Part): void {
  touch(null);
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

/** Lets go of the fit; answers on their way count no more. */
export function closeFitting(): void {
  answering().drop();
  nearing().drop();
  touch(null);
  useFitting.setState({ fitting: null });
}

/** Hears the piece, then looks for answers. */
export async function listen(): Promise<void> {
  const [show, fitting] = [currentShow(), get()];
  const part = fitting && partOf(show, fitting.part);
  if (!show || !part) return;
  const { counts } = answering().ask();
  set({ failure: null, solving: true });
  const heard = await hearPiece(show.media[part.media]!);
  if (!counts() || !heard) return;
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
  const { counts } = answering().ask();
  nearing().drop();
  set({ solving: true });
  try {
    const asking = question(show, part, fitting.asked);
    const { answers, why } = await analyst().call('fit', { ...asking, only: null });
    if (!counts()) return;
    set({ answers, why, near: null, picked: likeBefore(answers), failure: null, solving: false });
    await lookNearby(asking, answers);
  } catch (error) {
    if (counts()) set({ failure: failureOf(error), solving: false });
  }
}

/** Which of the new answers is best at what the picked one was best at; the first where none is. */
function likeBefore(answers: readonly Answer[]): number {
  const fitting = get();
  const was = fitting?.answers?.[fitting.picked];
  return Math.max(0, was ? answers.findIndex(({ way, kind }) => way === was.way && kind === was.kind) : 0);
}

/** Where no weave hides, a length near it may have one that does. */
async function lookNearby(asking: ReturnType<typeof question>, answers: readonly Answer[]): Promise<void> {
  const weaves = answers.filter(({ way }) => way === 'weave');
  if (weaves.length === 0 || weaves.some(({ hiding }) => hiding === 'hidden')) return;
  const { signal, counts } = nearing().ask();
  const near = await analyst()
    .call('fitNear', asking, { signal })
    .catch(() => null);
  if (counts()) set({ near });
}

/** Changes what is asked for, and looks for answers anew. */
export function ask(change: Partial<Asked>): void {
  const fitting = get();
  if (!fitting) return;
  set({ asked: { ...fitting.asked, ...change } });
  const { to, wish } = change;
  if (to !== undefined || wish !== undefined) void solve();
}

/** Changes a wish, and looks for answers anew. */
export function askWish(change: Partial<Wish>): void {
  const fitting = get();
  if (fitting) ask({ wish: { ...fitting.asked.wish, ...change } });
}

/** Chooses an answer by its place. */
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
export function laying(show: Show, fitting: FitState, answer: Answer): LaidFit | null {
  const part = partOf(show, fitting.part);
  return part && layingOf(show, part, answer, fitting.asked, fitting.heard?.ending.ring ?? 0);
}

/** Changes a stitch of the answer that is shown; the others stay if they can. */
export function askStitch(index: number, change: StitchChange): void {
  const fitting = get();
  const answer = fitting?.answers?.[fitting.picked];
  if (!answer) return;
  touch(null);
  const jumps = answer.splices.map(({ from, to }) => ({ from, to }));
  ask({ wish: changeStitch(fitting.asked.wish, jumps, index, change) });
}

/** Lays the picked answer. */
export function layAnswer(answer: Answer): void {
  const [show, fitting] = [currentShow(), get()];
  const details = show && fitting && laying(show, fitting, answer);
  if (details) useOpenShow.getState().edit(layFit, details);
}

/** The best answer of a part's own way to what is asked; null where there is none. @throws Failure. */
export async function bestOf(show: Show, part: Part, asked: Asked, way: Fitted['way'], quick = false): Promise<LaidFit | null> {
  const heard = await hearPiece(show.media[part.media]!);
  if (!heard) return null;
  const { answers } = await analyst().call('fit', { ...question(show, part, asked), only: way, quick });
  const [best] = answers;
  return best ? layingOf(show, part, best, asked, heard.ending.ring) : null;
}

/** What came of fitting a part anew: done; outdated, for the show was changed meanwhile; or there is no such fit, which is said. */
export type Refitted = 'done' | 'outdated' | 'none';

/** Fits a part anew, as it was fitted, to the show's present length or to another wish. Says so where that cannot be. */
export async function refit(id: string, change: (asked: Asked) => Asked = (asked) => asked): Promise<Refitted> {
  const show = currentShow();
  const part = partOf(show, id);
  if (!show || !part?.fit) return 'none';
  const { edit, notify } = useOpenShow.getState();
  try {
    const laid = await bestOf(show, part, change(askedOf(show, part)), part.fit.way);
    // Whatever was changed meanwhile counts: the answer is for a show that is no longer there.
    if (currentShow() !== show) return 'outdated';
    if (laid) edit(layFit, laid);
    else
      notify({
        kind: 'words',
        text: t('fit.thereIsNoSuchFit'),
      });
    return laid ? 'done' : 'none';
  } catch (error) {
    if (currentShow() !== show) return 'outdated';
    notify({ kind: 'failure', failure: failureOf(error) });
    return 'none';
  }
}
