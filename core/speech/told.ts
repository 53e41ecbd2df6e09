import type { Stretch, Told } from '../show';
import type { Seconds } from '../units';

/** Stretches in order, none overlapping, from any. */
export function union(stretches: readonly Stretch[]): Stretch[] {
  const out: { from: number; to: number }[] = [];
  for (const { from, to } of [...stretches].sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && from <= last.to) last.to = Math.max(last.to, to);
    else if (to > from) out.push({ from, to });
  }
  return out;
}

/** What is left of stretches without others. */
export function without(stretches: readonly Stretch[], gone: readonly Stretch[]): Stretch[] {
  let left = [...stretches];
  for (const { from, to } of gone) {
    left = left.flatMap((one) =>
      one.to <= from || one.from >= to
        ? [one]
        : [
            { from: one.from, to: from },
            { from: to, to: one.to },
          ].filter((piece) => piece.to > piece.from),
    );
  }
  return left;
}

/** Where somebody speaks by what was heard and by what a person said: a person is right. */
export function speechWith(heard: readonly Stretch[], told: Told | undefined): readonly Stretch[] {
  return told ? union([...without(heard, told.none), ...told.speech]) : heard;
}

/** A person says that somebody speaks in a stretch, or nobody does: what was said of it before gives way. */
export function toldAlso(told: Told | undefined, stretch: Stretch, speaks: boolean): Told {
  const { speech = [], none = [] } = told ?? {};
  const [more, less] = speaks ? [speech, none] : [none, speech];
  const [added, kept] = [union([...more, stretch]), without(less, [stretch])];
  return speaks ? { speech: added, none: kept } : { speech: kept, none: added };
}

/** Pauses of at least `least` seconds between stretches of [from, to]; silence before the first and after the last counts, too. */
export function pausesIn(speech: readonly Stretch[], from: Seconds, to: Seconds, least: Seconds): Stretch[] {
  return without([{ from, to }], speech).filter((one) => one.to - one.from >= least);
}
