import type { Seconds } from '../units';
import { LIMITS } from './limits';
import { spansSeconds } from './placement';
import type { Span } from './types';

/** Spans shorter than this are rounding, not passages (seconds). */
const CRUMB = 1e-6;

/** A passage where it is heard. */
export interface LaidSpan<S> {
  readonly span: S;
  readonly index: number;
  /** Where it begins and ends, seconds. */
  readonly start: Seconds;
  readonly end: Seconds;
}

/** A list of spans one after the other, the first at `at`: the one place where their lengths are added up. */
export function laidSpans<S extends { readonly from: Seconds; readonly to: Seconds }>(spans: readonly S[], at: Seconds = 0): LaidSpan<S>[] {
  let end = at;
  return spans.map((span, index) => {
    const start = end;
    end += span.to - span.from;
    return { span, index, start, end };
  });
}

/** Follows spans downward: where in the source a moment of theirs lies. Moments must not go back; those outside go on from the ends. */
export function sourceWalker(spans: readonly { readonly from: Seconds; readonly to: Seconds }[]): (moment: Seconds) => Seconds {
  const laid = laidSpans(spans);
  let index = 0;
  return (moment) => {
    while (index < laid.length - 1 && moment >= laid[index]!.end) index += 1;
    const { span, start } = laid[index]!;
    return span.from + (moment - start);
  };
}

/**
 * The stretch [start, end) of what a list of spans plays, in seconds from its own beginning.
 * Inner joins survive; the bounds are clamped to [0, length].
 */
export function sliceSpans(spans: readonly Span[], start: Seconds, end: Seconds): Span[] {
  const kept: Span[] = [];
  for (const { span, start: position } of laidSpans(spans)) {
    const length = span.to - span.from;
    const low = Math.max(start - position, 0);
    const high = Math.min(end - position, length);
    if (high - low > CRUMB) {
      // An untouched edge keeps its exact number: undoing a trim must not leave rounding behind.
      kept.push({ ...span, from: low === 0 ? span.from : span.from + low, to: high === length ? span.to : span.from + high });
    }
  }
  return kept;
}

/**
 * Moves one edge of a list of spans by `by` seconds outward (positive) or inward (negative). Outward stops at the
 * source's own end, inward leaves at least the shortest passage. Returns the spans and how far the edge really moved.
 */
export function stretchEdge(
  spans: readonly Span[],
  edge: 'start' | 'end',
  by: Seconds,
  sourceSeconds: Seconds,
): { spans: Span[]; moved: Seconds } {
  const length = spansSeconds(spans);
  if (by < 0) {
    const inward = Math.min(-by, Math.max(0, length - LIMITS.span.least));
    const kept = edge === 'start' ? sliceSpans(spans, inward, length) : sliceSpans(spans, 0, length - inward);
    return { spans: kept, moved: -inward };
  }
  const next = [...spans];
  if (edge === 'start') {
    const first = next[0]!;
    const outward = Math.min(by, first.from);
    next[0] = { ...first, from: first.from - outward };
    return { spans: next, moved: outward };
  }
  const last = next[next.length - 1]!;
  const outward = Math.min(by, Math.max(0, sourceSeconds - last.to));
  next[next.length - 1] = { ...last, to: last.to + outward };
  return { spans: next, moved: outward };
}

/**
 * Whole passes of `pass`, one after the other, crossfaded by `join` seconds, until `length` seconds are full.
 * `ending` says what happens to the last pass: cut at `length`, or kept whole (it then runs over).
 */
export function repeatSpans(pass: readonly Span[], length: Seconds, join: Seconds, ending: 'cut' | 'whole'): Span[] {
  const one = spansSeconds(pass);
  const passes = Math.max(1, Math.ceil(length / one - 1e-9));
  const all: Span[] = [];
  for (let index = 0; index < passes; index += 1) {
    for (const [place, span] of pass.entries()) {
      const seam = place === pass.length - 1 && index < passes - 1;
      all.push(seam ? { ...span, join } : { ...span });
    }
  }
  return ending === 'cut' ? sliceSpans(all, 0, length) : all;
}

/** The single pass that a repeated list came from: the run of spans that the list repeats, or the list itself. */
export function passOf(spans: readonly Span[]): Span[] {
  const same = (a: Span, b: Span) => a.from === b.from && a.to === b.to;
  for (let size = 1; size <= spans.length / 2; size += 1) {
    const matches = spans.every((span, index) => {
      const model = spans[index % size]!;
      const last = index === spans.length - 1;
      return same(span, model) || (last && span.from === model.from && span.to <= model.to);
    });
    if (matches) return spans.slice(0, size).map((span) => ({ ...span }));
  }
  return spans.map((span) => ({ ...span }));
}
