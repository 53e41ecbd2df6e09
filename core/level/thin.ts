import { THIRDS, THIRDS_STEP, type Profile } from '../speech';
import { roughSource, sourceWalker, type Part, type Stretch } from '../show';
import { RATE, framesOf, gainOfDecibels, type Decibels, type Seconds } from '../units';
import { LOWEST } from './clear';
import type { Envelope } from './envelope';
import { fillLevel, sidesAlike, type CrossAt } from './law';
import { understood } from './understood';

/** Clearness is looked at in windows as long as short-term loudness is measured over, a second apart (EBU Tech 3341). */
const WINDOW = Math.round(3 / THIRDS_STEP);
const HOP = Math.round(1 / THIRDS_STEP);

/** Mean power of one sound in each window of some stretch, in each third of an octave: rows of `THIRDS`. */
export type Bands = Float64Array;

/** How loud a part is in each third of an octave over its time, before dips. */
export class PartBands {
  private readonly levels: Float32Array;
  private readonly sourceAt: (moment: Seconds) => Seconds;
  private readonly rough: (moment: Seconds) => Seconds;
  private readonly first: number;

  /** @param envelope the part's, without dips. @param sound length of what it plays from. */
  constructor(
    part: Part,
    sound: Seconds,
    private readonly profile: Profile,
    envelope: Envelope,
    into: CrossAt | null,
    out: CrossAt | null,
  ) {
    const steps = Math.max(1, Math.round(envelope.length / RATE / THIRDS_STEP));
    this.first = Math.round(part.at / THIRDS_STEP);
    this.sourceAt = sourceWalker(part.spans);
    this.rough = roughSource(part, sound);
    this.levels = new Float32Array(steps);
    const start = framesOf(part.at);
    const apart = THIRDS_STEP * RATE;
    fillLevel({ start, envelope }, sidesAlike({ into, out }), start + apart / 2, steps, this.levels, apart);
  }

  /** Adds its mean power over steps [from, to) of the show to `into[at, at + THIRDS)`. */
  private add(from: number, to: number, into: Bands, at: number): void {
    const { thirds } = this.profile;
    for (let step = Math.max(from, this.first); step < Math.min(to, this.first + this.levels.length); step += 1) {
      const source = this.rough(this.sourceAt((step - this.first + 0.5) * THIRDS_STEP));
      const row = Math.floor(source / THIRDS_STEP) * THIRDS;
      const power = this.levels[step - this.first]! ** 2 / (to - from);
      for (let band = 0; band < THIRDS; band += 1) into[at + band]! += (thirds[row + band] ?? 0) * power;
    }
  }

  /** Its power in each window of [from, to), seconds of the show. */
  over(from: Seconds, to: Seconds): Bands {
    const windows = windowsOf(from, to);
    const into = new Float64Array(windows.length * THIRDS);
    windows.forEach(([low, high], i) => this.add(low, high, into, i * THIRDS));
    return into;
  }
}

/** Windows of a stretch, steps of the show; one of all of it where it is shorter than a window. */
function windowsOf(from: Seconds, to: Seconds): (readonly [number, number])[] {
  const [first, last] = [Math.floor(from / THIRDS_STEP), Math.max(Math.floor(from / THIRDS_STEP) + 1, Math.ceil(to / THIRDS_STEP))];
  const found: (readonly [number, number])[] = [];
  for (let low = first; ; low += HOP) {
    const at = Math.max(first, Math.min(low, last - WINDOW));
    found.push([at, Math.min(last, at + WINDOW)]);
    if (at + WINDOW >= last) return found;
  }
}

/** How much of a voice is understood at a moment of the show, [0, 1]. */
export interface Understood {
  readonly at: Seconds;
  readonly share: number;
}

/**
 * Where least of a voice is understood, over stretches in which somebody speaks; null where nobody does.
 * @param voice rows of a `ThirdsMeter` over the show. @param rest of all that sounds beside it.
 */
export function leastUnderstood(said: readonly Stretch[], voice: Float32Array, rest: Float32Array): Understood | null {
  const [spoken, mask] = [new Float64Array(THIRDS), new Float64Array(THIRDS)];
  const fill = (into: Float64Array, rows: Float32Array, low: number, high: number) => {
    into.fill(0);
    for (let row = low; row < high; row += 1)
      for (let band = 0; band < THIRDS; band += 1) into[band]! += (rows[row * THIRDS + band] ?? 0) / (high - low);
  };
  let least: Understood | null = null;
  for (const { from, to } of said) {
    for (const [low, high] of windowsOf(from, to)) {
      fill(spoken, voice, low, high);
      fill(mask, rest, low, high);
      const share = spoken.some((power) => power > 0) ? understood(spoken, mask) : 1;
      if (!least || share < least.share) least = { at: ((low + high) / 2) * THIRDS_STEP, share };
    }
  }
  return least;
}

/** What sounds beside a voice and may go: whole, or by its level. */
export interface Masker {
  /** A name of its own, and that of the piece it belongs to. */
  readonly key: string;
  readonly piece: string;
  readonly bands: Bands;
  /** A layer that may be taken away; one that stays only goes down with the rest. */
  readonly may: boolean;
  /** Taken away whatever the voice needs. */
  readonly must: boolean;
}

export interface Thinned {
  /** Keys of what goes, those that mask most first. */
  readonly gone: readonly string[];
  /** How far the rest goes down, dB in [−40, 0]. */
  readonly gain: Decibels;
}

/** How much of a voice is understood beside a mask, in the window in which that is least; windows in which the voice is silent ask for nothing. */
function least(voice: Bands, mask: Bands): number {
  let worst = 1;
  for (let at = 0; at < voice.length; at += THIRDS) {
    let spoken = 0;
    for (let band = 0; band < THIRDS; band += 1) spoken += voice[at + band]!;
    if (spoken > 0) worst = Math.min(worst, understood(voice.subarray(at, at + THIRDS), mask.subarray(at, at + THIRDS)));
  }
  return worst;
}

const sum = (bands: readonly Bands[], length: number, gain = 1, onto?: Bands): Bands => {
  const total = onto ? onto.slice() : new Float64Array(length);
  for (const one of bands) for (let i = 0; i < length; i += 1) total[i]! += one[i]! * gain;
  return total;
};

/**
 * Takes away what a voice needs gone until a `share` of it is understood: whole layers first, from the one that masks most to the one that masks
 * least, then by level. The last layer of a piece is not taken away for the voice. `fixed` sounds and does not dip.
 */
export function thinFor(share: number, voice: Bands, maskers: readonly Masker[], fixed: readonly Bands[]): Thinned {
  const { length } = voice;
  const stays = sum(fixed, length);
  const gone = maskers.filter(({ must }) => must).map(({ key }) => key);
  let left = maskers.filter(({ must }) => !must);
  const masks = (bands: Bands) => 1 - least(voice, bands);
  const clear = (gain: number) =>
    least(
      voice,
      sum(
        left.map(({ bands }) => bands),
        length,
        gain,
        stays,
      ),
    );
  const inOrder = left
    .filter(({ may }) => may)
    .map((one) => ({ one, mask: masks(one.bands) }))
    .sort((a, b) => b.mask - a.mask);
  for (const { one } of inOrder) {
    if (clear(1) >= share) break;
    // Something of each piece plays on.
    if (left.filter(({ piece }) => piece === one.piece).length === 1) continue;
    left = left.filter((each) => each !== one);
    gone.push(one.key);
  }
  if (left.length === 0 || clear(1) >= share) return { gone, gain: 0 };
  let [low, high]: [Decibels, Decibels] = [LOWEST, 0];
  if (clear(gainOfDecibels(low) ** 2) < share) return { gone, gain: LOWEST };
  for (let i = 0; i < 12; i += 1) {
    const middle = (low + high) / 2;
    if (clear(gainOfDecibels(middle) ** 2) >= share) low = middle;
    else high = middle;
  }
  return { gone, gain: low };
}
