import { laneLevel } from '../level';
import { LIMITS, showSeconds, type Part, type Show } from '../show';
import type { Levels } from '../show/edits';
import { clamp, type Decibels } from '../units';
import { apartOf, planPart, type Plan } from './plan';

/**
 * One part as it sounds by itself, from its own beginning: its passages, fades, pins and treatments, without dips, neighbours, lane and whole.
 * What would run past the show's end does so here, too.
 */
export function planAlone(show: Show, part: Part): Plan {
  const parts = apartOf(show, { ...part, at: 0 }).map((one) => planPart(one, one.joins, one.seconds, null, null));
  const end = parts[0]?.end ?? 0;
  const lanes = [{ id: part.lane, chain: [], level: laneLevel({ gain: 0 }), pan: 0 }];
  const left = Math.max(0, Math.round((showSeconds(show) - part.at) * 48_000));
  return { frames: left > 0 ? Math.min(end, left) : end, master: 1, closing: 0, ceiling: null, parts, lanes };
}

/** A sound that was measured alone, at the level that it has now. */
export interface Measured {
  readonly part: Part;
  /** BS.1770, gated, LUFS; null where it is too short or silent. */
  readonly loudness: number | null;
  /** dBTP; null where it is silent. */
  readonly truePeak: Decibels | null;
}

/** A level that is to change: from what, to what, and how loud the sound is then. */
export interface LevelChange {
  readonly part: Part;
  readonly from: Decibels;
  readonly to: Decibels;
  /** LUFS, or dBTP, afterwards. */
  readonly then: number;
}

const changeBy = (part: Part, by: Decibels, now: number): LevelChange => {
  const to = clamp(part.gain + by, LIMITS.gain.least, LIMITS.gain.most);
  return { part, from: part.gain, to, then: now + to - part.gain };
};

/** The loudness that asks for the least of several sounds: half are louder, half are quieter. Null where none was measured. */
export function middleLoudness(measured: readonly Measured[]): number | null {
  const sorted = measured.flatMap(({ loudness }) => loudness ?? []).sort((a, b) => a - b);
  if (sorted.length === 0) return null;
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** What brings sounds to one loudness, LUFS. What could not be measured is left alone. */
export function evenedTo(measured: readonly Measured[], loudness: number): LevelChange[] {
  return measured.flatMap((one) => (one.loudness === null ? [] : [changeBy(one.part, loudness - one.loudness, one.loudness)]));
}

/** What makes each sound as loud as it goes: its true peak at the ceiling, dBTP. */
export function loudest(measured: readonly Measured[], ceiling: Decibels): LevelChange[] {
  return measured.flatMap((one) => (one.truePeak === null ? [] : [changeBy(one.part, ceiling - one.truePeak, one.truePeak)]));
}

/** The changes as the edit takes them: clips by their names, since their sounds are not stored as parts. */
export function levelsOf(show: Show, changes: readonly LevelChange[]): Levels {
  const stored = new Set(show.parts.map((part) => part.id));
  const parts: Record<string, Decibels> = {};
  const clips: Record<string, Decibels> = {};
  for (const { part, to } of changes) {
    if (stored.has(part.id)) parts[part.id] = to;
    else if (part.clip !== undefined) clips[part.clip] = to;
  }
  return { parts, clips };
}
