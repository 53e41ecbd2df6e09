import { eachSession, sessionStore } from '../open/session';
import { LIMITS, partEnd, type Slopes } from '../../core/show';
import { clamp } from '../../core/units';
import { clearPins, levelRange, removeRange } from '../../core/show/edits';
import { newId } from '../ids';
import { chosenParts, useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';

/** A range of the show that is marked, seconds; null while none is. */
export interface Range {
  readonly from: number;
  readonly to: number;
  /** In how long the level goes to that of the range, and back, seconds. */
  readonly slopes: Slopes;
  /** By how much it was lowered or raised since it was marked, dB. */
  readonly by: number;
}

export const useRange = sessionStore<{ readonly range: Range | null }>(() => ({ range: null }));

/** A new range is this long, seconds, where there is room. */
const FIRST = 4;
const LEAST = 0.01;

/** Marks a range of the chosen parts from the now line on, or where they are if the now line is elsewhere. */
export function markRange(): void {
  const parts = chosenParts();
  if (parts.length === 0) return;
  const low = Math.min(...parts.map((part) => part.at));
  const high = Math.max(...parts.map(partEnd));
  const { now } = useTransport.getState();
  const from = now >= low && now < high - LEAST ? now : low;
  const { start } = LIMITS.rangeSlope;
  useRange.setState({ range: { from, to: Math.min(high, from + FIRST), slopes: { into: start, out: start }, by: 0 } });
}

/** Moves an end of the marked range, seconds of the show. */
export function setRange(change: Partial<Pick<Range, 'from' | 'to'>>): void {
  const { range } = useRange.getState();
  if (!range) return;
  const from = Math.max(0, change.from ?? range.from);
  const to = Math.max(0, change.to ?? range.to);
  // An end that is pulled past the other one takes it along.
  // What was done to the old range stays as it is: this is another one.
  const moved = (next: { from: number; to: number }) => useRange.setState({ range: { ...range, ...next, by: 0 } });
  if (to - from >= LEAST) moved({ from, to });
  else if (change.from === undefined) moved({ from: Math.max(0, to - LEAST), to: Math.max(to, LEAST) });
  else moved({ from, to: from + LEAST });
}

/** Marks none any more. */
export function dropRange(): void {
  if (useRange.getState().range) useRange.setState({ range: null });
}

const ids = () => chosenParts().map((part) => part.id);

/** Removes what the chosen parts play in the range; `closeUp` moves the rest up. */
export function removeMarked(closeUp: boolean): void {
  const { range } = useRange.getState();
  if (!range) return;
  const chosen = ids();
  useOpenShow.getState().edit(removeRange, { ids: chosen, ...range, closeUp, halves: chosen.map(newId) });
  dropRange();
}

/** Makes the range quieter or louder by `by` dB. While a finger moves it is only tried out. */
export function levelMarked(by: number, trying: boolean): void {
  const { range } = useRange.getState();
  if (!range) return;
  const { edit, tryOut } = useOpenShow.getState();
  const { from, to, slopes } = range;
  (trying ? tryOut : edit)(levelRange, { ids: ids(), from, to, by, slopes });
  if (!trying) useRange.setState({ range: { ...range, by: range.by + by } });
}

/** Gives the range other slopes, seconds; where it was lowered or raised already, that gets them. While a finger moves it is only tried out. */
export function slopeMarked(change: Partial<Slopes>, trying: boolean): void {
  const { range } = useRange.getState();
  if (!range) return;
  const { most } = LIMITS.rangeSlope;
  const slopes = {
    into: clamp(change.into ?? range.slopes.into, 0, most),
    out: clamp(change.out ?? range.slopes.out, 0, most),
  };
  const { from, to, by } = range;
  const { edit, tryOut } = useOpenShow.getState();
  if (by !== 0) (trying ? tryOut : edit)(levelRange, { ids: ids(), from, to, by, slopes, again: { by, slopes: range.slopes } });
  if (!trying) useRange.setState({ range: { ...range, slopes } });
}

/** Takes the levels set by hand off the chosen parts. */
export function clearLevels(): void {
  useOpenShow.getState().edit(clearPins, { ids: ids() });
}

// A range is about what is chosen: it goes with it.
eachSession((session) => {
  session.onEnd(
    useOpenShow.subscribe((state, before) => {
      if (state.chosen !== before.chosen && state.chosen?.kind !== 'parts') dropRange();
    }),
  );
});
