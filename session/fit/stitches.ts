import { changeStitch, stitchesOfPart, type Answer, type StitchChange } from '../../core/fit';
import { planSpans } from '../../core/mix';
import { soundKey, soundSeconds, type Part, type Show, type Span, type Stretch } from '../../core/show';
import { layFit } from '../../core/show/edits';
import { currentShow } from '../open/store';
import { pause, playPlan, toggleStretch, useTransport } from '../sound/transport';
import { laying, partOf, refit, type FitState } from './fitting';

/** Heard on either side of a stitch, seconds. */
const AROUND = 1;
/** From one pair of sides to the next. */
const BETWEEN = 0.03;
/** Heard of the end where there is no stitch. */
const BEFORE_END = 7;

/** The two sides of every stitch, back to back. */
export function sidesOf(spans: readonly Span[]): Span[] {
  const sides: Span[] = [];
  for (let i = 0; i + 1 < spans.length; i += 1) {
    const [left, right] = [spans[i]!, spans[i + 1]!];
    sides.push({ from: Math.max(left.from, left.to - AROUND), to: left.to, join: Math.min(left.join, AROUND) });
    sides.push({ from: right.from, to: Math.min(right.to, right.from + AROUND), join: BETWEEN });
  }
  return sides;
}

/** Plays only the stitches of an answer, or its end where it has none; stops it where that plays. */
export function toggleStitches(show: Show, fitting: FitState, answer: Answer, name: string): void {
  const { playing } = useTransport.getState();
  if (playing.kind === 'stretch' && playing.name === name) {
    pause();
    return;
  }
  const laid = laying(show, fitting, answer);
  const part = partOf(show, fitting.part);
  if (!laid || !part) return;
  if (answer.splices.length === 0) {
    const shown = layFit(show, laid);
    const length = laid.spans.reduce((sum, { from, to }) => sum + to - from, 0);
    toggleStretch(name, shown, part.at + length - BEFORE_END, part.at + length);
    return;
  }
  const sounding = { media: part.media, speed: laid.speed ?? undefined };
  playPlan(name, planSpans(soundKey(sounding), soundSeconds(show, sounding), sidesOf(laid.spans)), 0);
}

/** Plays a passage of a piece on its own (seconds of the source); stops it where it plays. */
export function togglePassage(show: Show, part: Part, passage: Stretch, name: string): void {
  const { playing } = useTransport.getState();
  if (playing.kind === 'stretch' && playing.name === name) pause();
  else playPlan(name, planSpans(part.media, show.media[part.media]!.seconds, [{ ...passage, join: 0 }]), 0);
}

/** Changes a stitch of a part as it lies: its next-best place, away with it, or so many seconds later in the music. */
export async function changeStitchOf(id: string, index: number, change: StitchChange): Promise<boolean> {
  const show = currentShow();
  const part = partOf(show, id);
  const jumps = show && part ? stitchesOfPart(show, part) : [];
  if (!jumps[index]) return false;
  return (await refit(id, (asked) => ({ ...asked, wish: changeStitch(asked.wish, jumps, index, change) }))) === 'done';
}
