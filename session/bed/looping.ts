import { t } from '../../words';
import { sessionStore } from '../open/session';
import { failureOf, type Failure } from '../../core/failure';
import { planPass } from '../../core/fit';
import { planSpans } from '../../core/mix';
import { barStart, barsWithin, beatsOfPart, downbeatsOf, gridFromTaps, nearestBar, type Hearing } from '../../core/music';
import {
  LIMITS,
  loopOf,
  loopSeconds,
  loopSpans,
  passesFor,
  showSeconds,
  type Grid,
  type Loop,
  type Part,
  type Show,
} from '../../core/show';
import { layLoop, setGrid } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { fileAt, places } from '../../engine/media/folders';
import { download, fileName, freeLater, writing } from '../download';
import { clicksAt } from '../fit/clicking';
import { knownHearing } from '../fit/hearings';
import { currentShow, useOpenShow } from '../open/store';
import { useClicking } from '../sound/clicking';
import { pause, playPlan, planPosition, useTransport } from '../sound/transport';
import { measurer } from '../workers';

/** A loop being made of one piece. */
export interface Looping {
  readonly part: string;
  /** First bar that is played, and how many. */
  readonly bar: number;
  readonly bars: number;
  readonly lead: number;
  readonly tail: number;
  readonly passes: number;
  readonly intro: boolean;
  readonly ending: boolean;
  /** Taps of somebody who taps along, seconds of the source; null while nobody does. */
  readonly taps: readonly number[] | null;
  readonly saving: 'no' | 'busy' | { readonly name: string } | { readonly failure: Failure };
}

export const useLooping = sessionStore<{ readonly looping: Looping | null }>(() => ({ looping: null }));

/** What a piece starts with while nobody has said where its beats are. */
const FIRST_GRID: Omit<Grid, 'downbeat'> = { tempo: 100, beats: 4 };
const FIRST_FOLD = { lead: 0.02, tail: 0.3 };
/** Names under which the loop and the piece play. */
export const SEAM = 'loop seam';
export const TAPPED = 'loop taps';

/** Where a piece has its beats: as a person said, else as it was heard, else a start to be put right. */
export function gridOf(show: Show, part: Part): Grid {
  const media = show.media[part.media]!;
  return media.grid ?? heardGrid(knownHearing(media)) ?? { ...FIRST_GRID, downbeat: 0 };
}

/** A steady grid through what was heard; null where no beat was. */
function heardGrid(heard: Hearing | null): Grid | null {
  const [downbeat] = heard ? downbeatsOf(heard) : [];
  if (!heard || heard.pulse.tempo === null || downbeat === undefined || heard.perBar < LIMITS.grid.fewest) return null;
  return { tempo: Number(heard.pulse.tempo.toFixed(2)), beats: heard.perBar, downbeat: Number(downbeat.toFixed(3)) };
}

/** Whether the beat of a piece is known from anywhere. */
export function knowsBeat(show: Show, part: Part): boolean {
  const media = show.media[part.media]!;
  return media.grid !== undefined || heardGrid(knownHearing(media)) !== null;
}

const bodyOf = (part: Part) => ({
  from: Math.min(...part.spans.map((span) => span.from)),
  to: Math.max(...part.spans.map((span) => span.to)),
});

/** Opens the loop maker for a part: with the loop that it was laid with, or with four bars. */
export function openLooping(show: Show, part: Part): void {
  const grid = gridOf(show, part);
  const laid = loopOf(part);
  const { last } = barsWithin(grid, show.media[part.media]!.seconds);
  const start: Looping = {
    part: part.id,
    bar: 1,
    bars: clamp(4, 1, Math.max(1, last - 1)),
    ...FIRST_FOLD,
    passes: 2,
    intro: true,
    ending: true,
    taps: null,
    saving: 'no',
  };
  if (!laid) return useLooping.setState({ looping: start });
  const bar = nearestBar(grid, laid.loop.from);
  const bars = Math.max(1, nearestBar(grid, laid.loop.to) - bar);
  useLooping.setState({ looping: { ...start, bar, bars, ...laid.loop.fold, passes: laid.passes } });
}

/** The loop as it stands: its passage in the source, and where the piece begins and ends around it. */
export interface ShapedLoop {
  readonly loop: Loop;
  readonly grid: Grid;
  readonly from: number;
  readonly to: number;
  /** Null where the passage does not lie within the piece. */
  readonly seconds: number | null;
}

/** The loop that is being made, within its piece; null where its part is gone. */
export function shapeOf(show: Show, looping: Looping): ShapedLoop | null {
  const part = show.parts.find((one) => one.id === looping.part);
  if (!part) return null;
  const grid = gridOf(show, part);
  const source = show.media[part.media]!.seconds;
  const end = barStart(grid, looping.bar + looping.bars);
  const loop: Loop = {
    from: barStart(grid, looping.bar),
    // A bar that ends with the sound but for a rounding is whole.
    to: end > source && end < source + 1e-3 ? source : end,
    fold: { lead: looping.lead, tail: looping.tail },
  };
  const body = bodyOf(part);
  const from = looping.intro ? Math.min(body.from, loop.from) : loop.from;
  const to = looping.ending ? Math.max(body.to, loop.to) : loop.to;
  const within = loop.from >= 0 && loop.to <= source && loop.to - loop.from >= LIMITS.span.least;
  return { loop, grid, from, to, seconds: within ? loopSeconds(loop, looping.passes, from, to) : null };
}

const current = (): { show: Show; looping: Looping; part: Part; shaped: ShapedLoop } | null => {
  const { looping } = useLooping.getState();
  const show = currentShow();
  const part = show?.parts.find((one) => one.id === looping?.part);
  const shaped = show && looping ? shapeOf(show, looping) : null;
  return show && looping && part && shaped ? { show, looping, part, shaped } : null;
};

/** Changes what is being made; a loop that plays goes on as it is now. */
export function changeLooping(change: Partial<Looping>): void {
  const { looping } = useLooping.getState();
  if (!looping) return;
  useLooping.setState({ looping: { ...looping, saving: 'no', ...change } });
  const { playing } = useTransport.getState();
  if (playing.kind === 'stretch' && playing.name === SEAM) playSeam();
}

/** Sets where the beats are; the passage keeps its bars. */
export function changeGrid(change: Partial<Grid>): void {
  const now = current();
  if (!now) return;
  useOpenShow.getState().edit(setGrid, { media: now.part.media, grid: { ...now.shaped.grid, ...change } });
  changeLooping({});
}

/** Moves one end of the passage to the bar line nearest to a moment of the source. */
export function moveLoopEnd(edge: 'start' | 'end', moment: number): void {
  const now = current();
  if (!now) return;
  const { looping, shaped, show, part } = now;
  const { first, last } = barsWithin(shaped.grid, show.media[part.media]!.seconds);
  const line = clamp(nearestBar(shaped.grid, moment), first, last);
  const end = looping.bar + looping.bars;
  if (edge === 'start' && line < end) changeLooping({ bar: line, bars: end - line });
  if (edge === 'end' && line > looping.bar) changeLooping({ bars: line - looping.bar });
}

/** Passes so that intro, passes and ending come nearest to a length. */
export function fillLength(seconds: number): void {
  const now = current();
  if (now) changeLooping({ passes: passesFor(now.shaped.loop, seconds, now.shaped.from, now.shaped.to) });
}

/** Passes so that the piece comes nearest to the show’s end. */
export function fillShow(): void {
  const now = current();
  if (now) fillLength(showSeconds(now.show) - now.part.at);
}

/** Heard before the seam comes round for the first time, seconds. */
const BEFORE_SEAM = 2;
/** The loop goes round for this long, or until it is stopped, seconds. */
const ROUNDS = 900;

/** Plays over the seam, round and round. */
export function playSeam(): void {
  const now = current();
  if (!now || now.shaped.seconds === null) return;
  const { loop } = now.shaped;
  const pass = loop.to - loop.from;
  const spans = loopSpans(loop, Math.min(LIMITS.spans, Math.ceil(ROUNDS / pass)), loop.from, loop.to);
  if (!spans) return;
  const { media } = now.part;
  const clicks = useClicking.getState().find ? clicksAt(beatsOfPart({ at: 0, spans }, now.shaped.grid)) : [];
  playPlan(SEAM, { ...planSpans(media, now.show.media[media]!.seconds, spans), clicks }, Math.max(0, pass - BEFORE_SEAM));
}

/** Plays the piece from where the passage begins, for tapping along. */
export function startTaps(): void {
  const now = current();
  if (!now) return;
  const { seconds } = now.show.media[now.part.media]!;
  changeLooping({ taps: [] });
  const from = clamp(now.shaped.loop.from, 0, Math.max(0, seconds - 5));
  playPlan(TAPPED, planSpans(now.part.media, seconds, [{ from: 0, to: seconds, join: 0 }]), from);
}

/** A beat was tapped; the first one is a downbeat. */
export function tapBeat(): void {
  const { looping } = useLooping.getState();
  const at = planPosition();
  if (looping?.taps && at !== null) changeLooping({ taps: [...looping.taps, at] });
}

/** Takes the tempo that was tapped, if there were taps enough, and stops. */
export function endTaps(): void {
  const now = current();
  pause();
  const taps = now?.looping.taps ?? [];
  changeLooping({ taps: null });
  const grid = now ? gridFromTaps(taps, now.shaped.grid.beats) : null;
  if (grid) changeGrid(grid);
}

/** The part as intro, passes and ending, as an edit lays it; null where the bars do not lie within the piece. */
export function loopLaying({ part, passes }: Looping, { seconds, loop, from, to }: ShapedLoop): Parameters<typeof layLoop>[1] | null {
  return seconds === null ? null : { id: part, loop, passes, from, to };
}

/** Lays the loop that is being made. */
export function layLooping(): void {
  const now = current();
  const details = now && loopLaying(now.looping, now.shaped);
  if (details) useOpenShow.getState().edit(layLoop, details);
}

/** Saves one pass as a WAV with its loop points. */
export async function saveLoop(): Promise<void> {
  const now = current();
  if (!now || now.shaped.seconds === null) return;
  const media = now.show.media[now.part.media]!;
  const pass = planPass(media.id, media.seconds, now.shaped.loop, media.channels);
  if (!pass) return;
  const name = fileName(t('bed.loop', { title: media.title }), 'wav');
  const say = (saving: Looping['saving']) => {
    const { looping } = useLooping.getState();
    if (looping) useLooping.setState({ looping: { ...looping, saving } });
  };
  say('busy');
  writing(name);
  try {
    const { first, frames, plan } = pass;
    await measurer().call('write', { plan, format: 'int24', name, target: null, only: { first, frames }, loop: true });
    const file = await fileAt(places.written(name));
    if (file) {
      download(file, name);
      freeLater(name);
    }
    say({ name });
  } catch (error) {
    say({ failure: failureOf(error) });
  }
}

/** Lets go of the loop that is being made. */
export function closeLooping(): void {
  useLooping.setState({ looping: null });
}
