import { clamp, framesOf, type Frames, type Seconds } from '../units';
import type { PcmSource } from './pcm';
import { TRACE_STEP, traceOf } from './trace';

/**
 * Another speed at the same pitch. The sound is played as it is, and every now and then a few milliseconds are left out or
 * repeated, where the two sides are most alike and nothing strikes (overlap-add by waveform similarity, after Verhelst and Roelands,
 * ICASSP 1993, with as few joins as the speed allows). The first and the last seconds are the sound's own.
 */
export interface Stretching {
  /** Length of the source and of what is heard. */
  readonly frames: Frames;
  readonly heard: Frames;
  /** Frames at either end that keep their speed. */
  readonly edge: Frames;
}

/** The ends that are left alone, and sounds too short to have such ends. */
const OWN_ENDS: Seconds = 2;
const LEAST: Seconds = 5 * OWN_ENDS;

/** @param speed source seconds a heard second. @param even from end to end, the ends too. */
export function stretching(frames: Frames, speed: number, even = false): Stretching {
  const edge = !even && frames >= framesOf(LEAST) ? framesOf(OWN_ENDS) : 0;
  return { frames, heard: 2 * edge + Math.round((frames - 2 * edge) / speed), edge };
}

/** The speed with which a sound of so many frames is heard in `heard` frames. */
export function speedFor(frames: Frames, heard: Frames): number {
  const edge = frames >= framesOf(LEAST) ? framesOf(OWN_ENDS) : 0;
  return (frames - 2 * edge) / Math.max(1, heard - 2 * edge);
}

/** Where a frame of what is heard lies in the source, and the other way round. Both outside the sound too. */
export function toSource({ frames, heard, edge }: Stretching, frame: Frames): Frames {
  if (frame <= edge) return frame;
  if (frame >= heard - edge) return frame + frames - heard;
  return edge + ((frame - edge) * (frames - 2 * edge)) / (heard - 2 * edge);
}

/** Where a frame of the source is heard; outside the sound too. */
export function toHeard({ frames, heard, edge }: Stretching, frame: Frames): Frames {
  return toSource({ frames: heard, heard: frames, edge }, frame);
}

/** Crossfade at a join: 10 ms. */
const CROSS: Frames = 480;
/** How far a moment may lie from where it belongs: joins are looked for from the first of these on, made before the second, seconds. */
const SOON: Seconds = 0.0035;
const LATE: Seconds = 0.0085;
/** Milliseconds left out or repeated by one join. */
const SHORTEST: Seconds = 0.004;
const LONGEST: Seconds = 0.017;
/** Places tried for a join. */
const TRIES = 28;

/** A stretch of the source as it is: from frame `at` of what is heard until the next one begins, the source runs `offset` frames ahead. */
export interface Run {
  readonly at: Frames;
  readonly offset: Frames;
}

/** Where another speed joins the sound: it listens to all of it once, which takes a while; the answer is small and may be kept. @param even the ends too. */
export function stretchRuns(source: PcmSource, speed: number, even = false): Run[] {
  return runsOf(source, stretching(source.frames, speed, even));
}

/** Between two joins of a speed far from the sound's own, heard frames, and how far a join may lie from where it belongs. */
const FAR_STEP: Frames = 1344;
const FAR_REACH: Frames = 600;

/**
 * The same for any speed: a join every 28 ms, wherever within a few milliseconds the sound goes on most like it would have (WSOLA; Verhelst
 * and Roelands, ICASSP 1993). No end is left alone.
 */
export function farRuns(source: PcmSource, speed: number): Run[] {
  const shape = stretching(source.frames, speed, true);
  const thin = traceOf(source);
  const low = new Float32Array(thin.frames);
  thin.read(0, thin.frames, low);
  const trace: Trace = { low, strikes: new Int32Array(low.length + 1) };
  const runs: Run[] = [{ at: 0, offset: 0 }];
  let offset = 0;
  for (let at = FAR_STEP; at + CROSS < shape.heard; at += FAR_STEP) {
    const wanted = Math.round(toSource(shape, at));
    // What would come next if nothing were joined: the new place has to look like that.
    const goesOn = at + offset;
    let [best, top] = [wanted, -Infinity];
    for (let shift = -FAR_REACH; shift <= FAR_REACH; shift += TRACE_STEP) {
      const value = likeness(trace, Math.round(goesOn / TRACE_STEP), Math.round((wanted + shift) / TRACE_STEP)) - Math.abs(shift) * 1e-5;
      if (value > top) [best, top] = [wanted + shift, value];
    }
    const place = goesOn + finer(source, goesOn, best - goesOn);
    const next = clamp(place, CROSS, Math.max(CROSS, shape.frames - CROSS)) - at;
    if (next !== offset) runs.push({ at, offset: next });
    offset = next;
  }
  return runs;
}

/**
 * A sound at another speed, as a source of its own. It is read in pages like any other, and the same samples come out however the pages
 * are cut. The source is borrowed. @param runs as `stretchRuns` found them; found here where they are not given.
 */
export function stretchedSource(
  source: PcmSource,
  speed: number,
  runs: readonly Run[] = stretchRuns(source, speed),
  even = false,
): PcmSource {
  const shape = stretching(source.frames, speed, even);
  if (shape.heard === source.frames) return source;
  const { channels } = source;
  let page = new Float32Array(0);
  return {
    channels,
    frames: shape.heard,
    read(first, count, into) {
      if (count * channels > into.length) throw new RangeError(`count ${count} × channels ${channels} exceeds into.length ${into.length}`);
      into.fill(0, 0, count * channels);
      const low = Math.max(0, first);
      const end = Math.min(shape.heard, first + count);
      if (page.length < count * channels) page = new Float32Array(count * channels);
      for (let k = runAt(runs, low - CROSS); k < runs.length; k += 1) {
        const run = runs[k]!;
        const next = runs[k + 1];
        const from = Math.max(low, k === 0 ? 0 : run.at - CROSS / 2);
        const to = Math.min(end, next ? next.at + CROSS / 2 : shape.heard);
        if (k > 0 && run.at - CROSS / 2 >= end) break;
        if (to <= from) continue;
        source.read(from + run.offset, to - from, page);
        for (let frame = from; frame < to; frame += 1) {
          let gain = 1;
          if (k > 0 && frame < run.at + CROSS / 2) gain = rise(frame - run.at + CROSS / 2);
          if (next && frame >= next.at - CROSS / 2) gain *= 1 - rise(frame - next.at + CROSS / 2);
          for (let c = 0; c < channels; c += 1) into[(frame - first) * channels + c]! += page[(frame - from) * channels + c]! * gain;
        }
      }
    },
  };
}

/** A raised cosine over the crossfade: the two sides are the same wave, so their amplitudes add up to one. */
const rise = (frame: Frames) => 0.5 - 0.5 * Math.cos((Math.PI * (frame + 0.5)) / CROSS);

/** The last run that begins at or before a frame. */
function runAt(runs: readonly Run[], frame: Frames): number {
  let [low, high] = [0, runs.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (runs[middle]!.at <= frame) low = middle;
    else high = middle - 1;
  }
  return low;
}

function runsOf(source: PcmSource, shape: Stretching): Run[] {
  const thin = traceOf(source);
  const low = new Float32Array(thin.frames);
  thin.read(0, thin.frames, low);
  const trace: Trace = { low, strikes: strikesOf(low) };
  const runs: Run[] = [{ at: 0, offset: 0 }];
  // Room for the last join, which lies wholly before the end that is left alone.
  const stop = shape.heard - shape.edge - 2.5 * CROSS;
  const [soon, late] = [framesOf(SOON), framesOf(LATE)];
  let at = shape.edge;
  let offset = 0;
  /** How far the source lags behind (positive) or runs ahead of where it belongs. */
  const behind = (frame: Frames) => toSource(shape, frame) - frame - offset;
  for (;;) {
    const from = when(behind, at + CROSS, stop, soon);
    if (from === null) break;
    const to = Math.min(stop, when(behind, from, stop, late) ?? stop);
    const way = behind(from) > 0 ? 1 : -1;
    const join = bestJoin(source, trace, from, to, offset, way, (frame) => Math.abs(behind(frame)) + late);
    offset += join.lag;
    at = join.at;
    runs.push({ at, offset });
  }
  // What is left is taken up by one last join, so that the end is the sound's own to the sample.
  const rest = shape.frames - shape.heard - offset;
  if (rest !== 0) {
    const from = Math.max(at + CROSS, shape.heard - shape.edge - framesOf(0.4));
    const last = bestPlace(trace, from, Math.max(from, shape.heard - Math.max(shape.edge, CROSS) - 0.6 * CROSS), offset, rest);
    runs.push({ at: last, offset: offset + rest });
  }
  return runs;
}

/** The first frame in [from, to) at which the lag reaches `limit`; it grows steadily, so halving finds it. */
function when(behind: (frame: Frames) => number, from: Frames, to: Frames, limit: Frames): Frames | null {
  if (to <= from || Math.abs(behind(to)) < limit) return null;
  let [low, high] = [from, to];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (Math.abs(behind(middle)) >= limit) high = middle;
    else low = middle;
  }
  return Math.abs(behind(low)) >= limit ? low : high;
}

/** Frames of the trace that are compared around a join: 12 ms. */
const WINDOW = 96;

/** Strikes of the trace up to each of its frames: how many times something set in at once. */
function strikesOf(low: Float32Array): Int32Array {
  const counts = new Int32Array(low.length + 1);
  let usual = 1e-7;
  let held = 0;
  for (let i = 0; i < low.length; i += 1) {
    const power = low[i]! * low[i]!;
    // Far above what the last 10 ms were like, and not just now.
    const strikes = power > 14 * usual && power > 1e-5 && i - held > STRIKES_APART;
    if (strikes) held = i;
    counts[i + 1] = counts[i]! + Number(strikes);
    usual += (power - usual) / 80 + 1e-10;
  }
  return counts;
}

const STRIKES_APART = 160;
/** Whatever strikes between two places, or just beside them, would be cut, lost or doubled. */
const BESIDE = 10;

function struck(strikes: Int32Array, a: number, b: number): boolean {
  const last = strikes.length - 1;
  const low = Math.min(last, Math.max(0, Math.min(a, b) - BESIDE));
  const high = Math.min(last, Math.max(0, Math.max(a, b) + BESIDE));
  return strikes[high]! > strikes[low]!;
}

/** What the joins are looked for on. */
interface Trace {
  readonly low: Float32Array;
  readonly strikes: Int32Array;
}

/** Likeness of the trace around two places, less where something strikes: a drum is neither cut nor doubled. */
function likeness({ low, strikes }: Trace, a: number, b: number): number {
  let [ab, aa, bb] = [0, 1e-9, 1e-9];
  for (let i = 0; i < WINDOW; i += 1) {
    const x = low[a + i - WINDOW / 2] ?? 0;
    const y = low[b + i - WINDOW / 2] ?? 0;
    ab += x * y;
    aa += x * x;
    bb += y * y;
  }
  const strike = struck(strikes, a, b) ? 0.8 : 0;
  const quiet = aa + bb < WINDOW * 2e-7 ? 0.5 : 0;
  return ab / Math.sqrt(aa * bb) - strike + quiet;
}

function bestPlace(trace: Trace, from: Frames, to: Frames, offset: Frames, lag: Frames): Frames {
  let [best, top] = [from, -Infinity];
  const hop = Math.max(TRACE_STEP * 4, Math.ceil((to - from) / 60));
  for (let at = from; at <= to; at += hop) {
    const place = Math.round((at + offset) / TRACE_STEP);
    const value = likeness(trace, place, place + Math.round(lag / TRACE_STEP));
    if (value > top) [best, top] = [at, value];
  }
  return best;
}

/** Where in [from, to], and by how much, the sound goes on best: on the trace first, then to the frame. */
function bestJoin(
  source: PcmSource,
  trace: Trace,
  from: Frames,
  to: Frames,
  offset: Frames,
  way: 1 | -1,
  most: (frame: Frames) => Frames,
): { at: Frames; lag: Frames } {
  let best = { at: from, lag: way * framesOf(SHORTEST), value: -Infinity };
  const hop = Math.max(TRACE_STEP * 4, Math.ceil((to - from) / TRIES));
  const least = Math.ceil(framesOf(SHORTEST) / TRACE_STEP);
  for (let at = from; at <= to; at += hop) {
    const place = Math.round((at + offset) / TRACE_STEP);
    const longest = Math.floor(Math.min(framesOf(LONGEST), most(at)) / TRACE_STEP);
    for (let lag = least; lag <= longest; lag += 1) {
      // A longer step needs fewer joins: it wins where both are as good.
      const value = likeness(trace, place, place + way * lag) + (0.03 * lag) / longest;
      if (value > best.value) best = { at, lag: way * lag * TRACE_STEP, value };
    }
  }
  return { at: best.at, lag: finer(source, best.at + offset, best.lag) };
}

const FINE: Frames = 480;

/** The lag to the frame. */
function finer(source: PcmSource, at: Frames, lag: Frames): Frames {
  const { channels } = source;
  const a = new Float32Array(FINE * channels);
  const b = new Float32Array((FINE + 2 * TRACE_STEP) * channels);
  source.read(at - FINE / 2, FINE, a);
  source.read(at + lag - FINE / 2 - TRACE_STEP, FINE + 2 * TRACE_STEP, b);
  let [best, top] = [0, -Infinity];
  for (let shift = 0; shift <= 2 * TRACE_STEP; shift += 1) {
    let [ab, bb] = [0, 1e-9];
    for (let i = 0; i < FINE * channels; i += 1) {
      const value = b[i + shift * channels]!;
      ab += a[i]! * value;
      bb += value * value;
    }
    const value = ab / Math.sqrt(bb);
    if (value > top) [best, top] = [shift - TRACE_STEP, value];
  }
  return lag + clamp(best, -TRACE_STEP, TRACE_STEP);
}
