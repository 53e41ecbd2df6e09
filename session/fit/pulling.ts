import { askedOf, firstFade, wantedSeconds, type Asked } from '../../core/fit';
import { partEnd, partSeconds, soundSeconds, type Part, type Show } from '../../core/show';
import { layFit, stopEarly, trimEdge, type LaidFit } from '../../core/show/edits';
import type { Seconds } from '../../core/units';
import { perSession, sessionStore } from '../open/session';
import { currentShow, report, useOpenShow } from '../open/store';
import { bestOf, partOf } from './fitting';
import { hearPiece, stopHearing } from './hearings';

/** The end of a piece that is pulled, or was just now. */
export interface Pull {
  readonly part: string;
  /** Where the finger is or let go, seconds of the show. */
  readonly end: Seconds;
  /** The finger holds it; it has let go and the answer is on its way; what came of it is laid. */
  readonly state: 'held' | 'waiting' | 'laid';
  /** What was laid: a fit with so many stitches, so far off (seconds, positive where it is late), or a plain cut, for there was no fit. */
  readonly came: { readonly stitches: number; readonly off: Seconds } | 'cut' | null;
  /** Whether the piece could simply end there: it sounds that long. */
  readonly cuts: boolean;
  /** The show that this made: whoever changes it further is done with the pull. */
  readonly made: Show | null;
}

export const usePull = sessionStore<{ readonly pull: Pull | null }>(() => ({ pull: null }));

const get = () => usePull.getState().pull;
const set = (pull: Pull | null) => usePull.setState({ pull });

/** Whether pulling a part's end fits it: a piece of the bed that plays one passage or was fitted. What was cut or looped by hand is trimmed. */
export const fitsWhenPulled = ({ kind, fit, spans }: Part): boolean => kind === 'bed' && (fit !== undefined || spans.length === 1);

/** Whether a length is being solved, and the last one that was asked for meanwhile. */
const solving = perSession(() => ({ busy: false, wanted: null as Seconds | null }));

/** A finger takes hold of a piece's end: the piece is listened to from now on, if it was not yet. */
export function takeEnd(part: Part): void {
  set({ part: part.id, end: partEnd(part), state: 'held', came: null, cuts: false, made: null });
  const show = currentShow();
  if (show) void hearPiece(show.media[part.media]!).catch(() => null);
}

/** The finger moves: the sheet shows the cut until the piece was heard, and from then on what the fit will be, the latest length first. */
export async function pullEnd(id: string, end: Seconds): Promise<void> {
  const pull = get();
  if (pull?.part !== id || pull.state !== 'held') return;
  set({ ...pull, end });
  const own = solving();
  own.wanted = end;
  if (own.busy) {
    if (pull.came === null) useOpenShow.getState().tryOut(trimEdge, { id, edge: 'end', moment: end });
    return;
  }
  own.busy = true;
  useOpenShow.getState().tryOut(trimEdge, { id, edge: 'end', moment: end });
  try {
    while (own.wanted !== null) {
      const now: Seconds = own.wanted;
      own.wanted = null;
      const laid = await laidTo(id, now, true);
      const held = get();
      if (laid && held?.part === id && held.state === 'held') {
        useOpenShow.getState().tryOut(layFit, laid);
        set({ ...held, came: cameOf(laid, now) });
      }
    }
  } catch {
    // The finger moves on; what cannot be solved shows nothing new.
  } finally {
    own.busy = false;
  }
}

/** The finger has let go: the fit for where it stood is laid; a plain cut where there is none. */
export async function dropEnd(id: string, end: Seconds): Promise<void> {
  const show = currentShow();
  const pull = get();
  if (!show || pull?.part !== id) return;
  solving().wanted = null;
  set({ ...pull, end, state: 'waiting' });
  const { edit, endPreview } = useOpenShow.getState();
  try {
    const laid = await laidTo(id, end, false);
    // What was undone, changed or taken hold of anew meanwhile counts.
    if (currentShow() !== show || get()?.state !== 'waiting') return;
    if (laid) edit(layFit, laid);
    else edit(trimEdge, { id, edge: 'end', moment: end });
    const made = currentShow();
    set(
      made === show
        ? null
        : { part: id, end, state: 'laid', came: laid ? cameOf(laid, end) : 'cut', cuts: laid !== null && canEndAt(show, id, end), made },
    );
  } catch (error) {
    endPreview();
    set(null);
    report(error);
  }
}

/** The finger was taken away, or nothing is to come of it: all is as it was. */
export function letEndGo(): void {
  solving().wanted = null;
  if (get()?.state === 'waiting') stopHearing();
  useOpenShow.getState().endPreview();
  set(null);
}

/** Nothing more is said of the last pull. */
export const dismissPull = (): void => set(null);

function canEndAt(show: Show, id: string, end: Seconds): boolean {
  const part = partOf(show, id);
  return part !== null && end - partEnd(part) <= soundSeconds(show, part) - part.spans.at(-1)!.to + 1e-3;
}

/** Takes the fit of the last pull back and ends the piece there in another way: cut off, or faded. */
export function ratherEnd(way: 'cut' | 'fade'): void {
  const pull = get();
  if (!pull?.made || currentShow() !== pull.made) return;
  const { undo, edit } = useOpenShow.getState();
  undo();
  const { part: id, end } = pull;
  if (way === 'cut') edit(trimEdge, { id, edge: 'end', moment: end });
  else {
    const part = partOf(currentShow(), id);
    if (part) edit(stopEarly, { id, end, fade: firstFade(end - part.at) });
  }
  set(null);
}

/** What a fit came to: its stitches, and by how much it misses where the finger let go. */
function cameOf({ spans, speed, spread }: LaidFit, end: Seconds): { stitches: number; off: Seconds } {
  const part = partOf(currentShow(), get()!.part);
  const seconds = partSeconds({ spans });
  // A changed speed and changed pictures take the rest up.
  const off = speed !== null || spread !== null ? 0 : (part?.at ?? 0) + seconds - end;
  return { stitches: spans.length - 1, off };
}

/** Within this of the show's own length the end of the show is meant, seconds. */
const SHOWS_END: Seconds = 0.3;

async function laidTo(id: string, end: Seconds, quick: boolean): Promise<LaidFit | null> {
  const show = currentShow();
  const part = partOf(show, id);
  if (!show || !part) return null;
  const length = Math.max(1, end - part.at);
  const to = Math.abs(length - wantedSeconds(show, part, 'show')) < SHOWS_END ? ('show' as const) : length;
  const before = askedOf(show, part);
  const asked: Asked = { ...before, to, slack: to === 'show' ? before.slack : 'leave' };
  return bestOf(show, reaching(show, part, length), asked, part.fit?.way ?? 'weave', quick);
}

/** A piece whose end was cut off once has the rest of its sound to go on with when it is pulled longer. */
function reaching(show: Show, part: Part, length: Seconds): Part {
  if (part.fit || length <= partSeconds(part)) return part;
  return { ...part, spans: [{ ...part.spans[0]!, to: soundSeconds(show, part) }] };
}
