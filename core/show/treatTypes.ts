import type { Decibels, Hertz, Seconds } from '../units';
import type { Stretch } from './fitTypes';

/** What every treatment has: switched off it leaves the sound as it is. */
interface Linked<K extends string> {
  readonly kind: K;
  readonly on: boolean;
}

/** Takes away what rumbles below a frequency. */
export interface LowCutting extends Linked<'lowCut'> {
  readonly frequency: Hertz;
}

/** Lifts or lowers the lows, the band in which a voice is understood, and the highs. */
export interface Toning extends Linked<'tone'> {
  readonly presence: Decibels;
  readonly low: Decibels;
  readonly high: Decibels;
}

/** Brings loud and quiet closer together: what is louder than `above` rises only by one dB for every `ratio` dB. */
export interface Steadying extends Linked<'steady'> {
  readonly ratio: number;
  /** dBFS of a sine. */
  readonly above: Decibels;
  /** How long the level takes to come up again after something loud. */
  readonly release: Seconds;
  /** Louder by so much afterwards. */
  readonly lift: Decibels;
}

/** Takes away what hisses and hums all along. */
export interface LessHiss extends Linked<'hiss'> {
  /** By how much at the most, dB, above 0. */
  readonly amount: Decibels;
  /** Where the noise is heard alone, seconds of the source; found by itself where it says nothing. */
  readonly learn?: Stretch | undefined;
  /** What is taken away is heard in place of what is left. */
  readonly taken?: true | undefined;
}

/** Leaves the voice and takes all else away, by a network that knows voices. */
export interface ClearVoice extends Linked<'clear'> {
  /** Share of what it makes of the sound, [0, 1]. */
  readonly amount: number;
}

/** Repeats the sound ever more quietly. */
export interface Echoing extends Linked<'echo'> {
  /** Level of the first repeat, and of each after it beside the one before, [0, 1]. */
  readonly amount: number;
  readonly seconds: Seconds;
  readonly times: number;
}

/** Lets the sound stand in a room. */
export interface Rooming extends Linked<'room'> {
  /** How much of the room is heard, [0, 1]. */
  readonly amount: number;
  readonly size: 'small' | 'middle' | 'large';
  /** In how long it dies away by 60 dB. */
  readonly seconds: Seconds;
}

/** One link of a chain that a sound goes through. */
export type Treatment = LowCutting | Toning | Steadying | LessHiss | ClearVoice | Echoing | Rooming;
export type TreatmentKind = Treatment['kind'];
export type TreatmentOf<K extends TreatmentKind> = Extract<Treatment, { readonly kind: K }>;
