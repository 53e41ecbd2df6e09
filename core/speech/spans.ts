import type { Stretch } from '../show';
import { LONG_STEPS, STEP_RATE, type Features } from './features';
import { levelsOf, loudAround, scoreOf, type Score } from './levels';
import { voiceOf } from './voice';

/** Mean over the bands at which something begins to be speech, and down to which it goes on (dB). */
const BEGINS = 3.2;
const GOES_ON = 0.8;
const SIDE_GOES_ON = 2.4;
/** Quieter than the loud moments around it by so much is breath, room or echo (dB). */
const BELOW_LOUD = 31;

/** A closed mouth within a word lasts no longer than this (steps), and nothing said is shorter than that. */
const CLOSURE = 18;
const SHORTEST = 10;
/** A bark or a knock is shorter than this (steps): what is as short has to sound like a mouth. */
const SHORT_WORD = 45;

/** Share of a voice in what is said, and what counts as one: for what is short. */
const VOICED_SHARE = 0.2;
const VOICED = 0.5;
const HIGHEST_VOICE = 420;

/** How sure it has to be that somebody speaks for a phrase to begin, and down to which it goes on; the mean over a phrase, and over a short one. */
const SPEAKS = 0.6;
const GOES_ON_SPEAKING = 0.3;
const SURE = 0.7;
const SURE_SHORT = 0.75;
/** What stands still as notes do has to be surer: nine in ten phrases of voices nobody fitted anything to are less still than this. */
const STILL = 0.3;
const STILL_PRICE = 1;
/** Of 20 phrases of such voices 19 have another pitch at more than 0.43 of the looks (semitones; a leap is another note). */
const GLIDES = 0.35;
const GLIDE_PRICE = 1.5;
const HELD = 0.3;
const LEAP = 5;
const LOOKED_AT = 8;
/** A phrase of which the mean is this is certain; others count where one lies so near (steps). */
const CERTAIN = 0.87;
const NEAR_BY = STEP_RATE * 12;
/** It is evened out over so many steps to either side. */
const SMOOTH = 2;
/** Where what sounds begins or ends this near to where somebody seems to begin or end, that is meant (steps): levels are sharper than likelihoods. */
const EDGE_BEFORE = 16;
const EDGE_AFTER = 22;
/** So many steps beside a phrase are looked at for that, of which this share may sound. */
const PAUSE = 60;
const MAY_SOUND = 0.2;
/** Elsewhere it begins and ends where it is as likely as not. */
const LIKELY = 0.5;

/** Where somebody speaks: stretches of a sound, seconds, phrase by phrase. */
export function spansOf(features: Features): Stretch[] {
  const likely = softened(voiceOf(features));
  const score = scoreOf(features);
  const level = levelsOf(features);
  const active = activeOf(score, level, loudAround(level));
  const spoken = borneOut(
    runsOf(speaking(likely))
      .map((run) => ({ run, ...certainty(likely, features, run) }))
      .filter(({ run, mean, least }) => mean >= least && isMouth(features, active, run)),
  );
  return joined(spoken.map((run) => edged(run, active, likely))).map(([from, to]) => ({ from: from / STEP_RATE, to: to / STEP_RATE }));
}

function softened(likely: Float32Array): Float32Array {
  const sums = new Float64Array(likely.length + 1);
  for (let i = 0; i < likely.length; i += 1) sums[i + 1] = sums[i]! + likely[i]!;
  return likely.map((_, i) => {
    const [low, high] = [Math.max(0, i - SMOOTH), Math.min(likely.length, i + SMOOTH + 1)];
    return (sums[high]! - sums[low]!) / (high - low);
  });
}

/** Steps at which somebody seems to speak. */
function speaking(likely: Float32Array): Uint8Array {
  const on = new Uint8Array(likely.length);
  for (let i = 0; i < likely.length; i += 1) {
    if (on[i] || likely[i]! < SPEAKS) continue;
    let [from, to] = [i, i];
    while (from > 0 && !on[from - 1] && likely[from - 1]! >= GOES_ON_SPEAKING) from -= 1;
    while (to + 1 < likely.length && likely[to + 1]! >= GOES_ON_SPEAKING) to += 1;
    on.fill(1, from, to + 1);
  }
  return on;
}

/** How sure it is that somebody speaks in a run, and how sure it has to be. */
function certainty(likely: Float32Array, features: Features, [from, to]: Run): { mean: number; least: number } {
  let [sum, count, notes] = [0, 0, 0];
  for (let i = from; i < to; i += 1) {
    if (likely[i]! < GOES_ON_SPEAKING) continue;
    sum += likely[i]!;
    count += 1;
    notes += features.still[Math.floor(i / LONG_STEPS)] ?? 0;
  }
  if (count === 0) return { mean: 0, least: 1 };
  const least = to - from < SHORT_WORD ? SURE_SHORT : SURE;
  return {
    mean: sum / count,
    least: least + STILL_PRICE * Math.max(0, notes / count - STILL) + GLIDE_PRICE * Math.max(0, GLIDES - gliding(features, [from, to])),
  };
}

/** The share of looks in a run at which the pitch is not the one before: a voice glides, notes are held. 1 where too little is voiced to tell. */
function gliding({ voiced, pitch }: Features, [from, to]: Run): number {
  let [all, glides, before] = [0, 0, 0];
  for (let k = Math.ceil(from / LONG_STEPS); k < to / LONG_STEPS; k += 1) {
    const now = voiced[k]! > VOICED && pitch[k]! > 0 ? 12 * Math.log2(pitch[k]!) : 0;
    const by = Math.abs(now - before);
    if (now !== 0 && before !== 0 && by < LEAP) {
      all += 1;
      if (by > HELD) glides += 1;
    }
    before = now;
  }
  return all < LOOKED_AT ? 1 : glides / all;
}

/** What is a little less sure counts where somebody surely speaks near by. */
function borneOut(runs: readonly { readonly run: Run; readonly mean: number }[]): Run[] {
  const certain = runs.filter(({ mean }) => mean >= CERTAIN).map(({ run }) => run);
  return runs
    .filter(({ run, mean }) => mean >= CERTAIN || certain.some(([from, to]) => run[0] - to < NEAR_BY && from - run[1] < NEAR_BY))
    .map(({ run }) => run);
}

/** A run whose ends are moved to where what sounds begins and ends, where that is near and the pause beside it is one: not full of music, say. */
function edged([from, to]: Run, active: Uint8Array, likely: Float32Array): Run {
  let [begin, end] = [from, to];
  while (begin < to && likely[begin]! < LIKELY) begin += 1;
  while (end > begin && likely[end - 1]! < LIKELY) end -= 1;
  if (quiet(active, likely, from - PAUSE, from - 8)) {
    begin = near(begin, -1, (i) => i > 0 && active[i] === 1 && active[i - 1] === 0);
  }
  if (quiet(active, likely, to + 8, to + PAUSE)) {
    end = near(end, 1, (i) => i > 0 && active[i] === 0 && active[i - 1] === 1);
  }
  return end - begin >= SHORTEST ? [begin, Math.min(end, likely.length)] : [from, to];
}

/**
 * The step near another at which something is so: the one farthest out within a closed mouth's length (`out` is the way out), so that a word's last
 * consonant belongs to it; else the nearest. The step itself where there is none near.
 */
function near(at: number, out: 1 | -1, is: (i: number) => boolean): number {
  for (let by = CLOSURE - 2; by >= 0; by -= 1) if (is(at + out * by)) return at + out * by;
  for (let by = 1; by <= EDGE_AFTER; by += 1) {
    if (by <= EDGE_BEFORE && is(at - by)) return at - by;
    if (is(at + by)) return at + by;
  }
  return at;
}

/** Whether next to nothing sounds where nobody speaks. */
function quiet(active: Uint8Array, likely: Float32Array, from: number, to: number): boolean {
  let [all, on] = [0, 0];
  for (let i = Math.max(0, from); i < Math.min(active.length, to); i += 1) {
    if (likely[i]! >= GOES_ON_SPEAKING) continue;
    all += 1;
    on += active[i]!;
  }
  return on <= all * MAY_SOUND;
}

/** Runs that touch after their ends were moved are one. */
function joined(runs: readonly Run[]): Run[] {
  const out: [number, number][] = [];
  for (const [from, to] of runs) {
    const last = out.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

type Run = readonly [from: number, to: number];

function activeOf({ all: score, side }: Score, level: Float32Array, loud: Float32Array): Uint8Array {
  const active = new Uint8Array(score.length);
  const size = STEP_RATE / 10;
  const may = (i: number) => (score[i]! >= GOES_ON || side[i]! >= SIDE_GOES_ON) && level[i]! >= loud[Math.floor(i / size)]! - BELOW_LOUD;
  for (let i = 0; i < score.length; i += 1) {
    if (score[i]! < BEGINS || active[i] || !may(i)) continue;
    let [from, to] = [i, i];
    while (from > 0 && !active[from - 1] && may(from - 1)) from -= 1;
    while (to + 1 < score.length && may(to + 1)) to += 1;
    active.fill(1, from, to + 1);
  }
  return active;
}

/** Runs of what is active, closures within words bridged, blips dropped. */
function runsOf(active: Uint8Array): Run[] {
  const runs: [number, number][] = [];
  for (let i = 0; i < active.length; i += 1) {
    if (!active[i]) continue;
    let end = i;
    while (end < active.length && active[end]) end += 1;
    const last = runs.at(-1);
    if (last && i - last[1] < CLOSURE) last[1] = end;
    else runs.push([i, end]);
    i = end;
  }
  return runs.filter(([from, to]) => to - from >= SHORTEST);
}

/** Whether a run may come from a mouth: a short one has a voice in it that is as low as one. */
function isMouth({ voiced, pitch }: Features, active: Uint8Array, [from, to]: Run): boolean {
  if (to - from >= SHORT_WORD) return true;
  let [all, with_, low] = [0, 0, 0];
  for (let k = Math.ceil(from / LONG_STEPS); k < to / LONG_STEPS; k += 1) {
    if (!active[k * LONG_STEPS]) continue;
    all += 1;
    if (voiced[k]! < VOICED) continue;
    with_ += 1;
    if (pitch[k]! <= HIGHEST_VOICE) low += 1;
  }
  return all > 0 && with_ / all >= VOICED_SHARE && low >= with_ / 2;
}
