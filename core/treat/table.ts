import type { TreatmentKind, TreatmentOf } from '../show';
import { Biquads, highPass, peaking, shelf, type Biquad } from './biquads';
import { Echo } from './echo';
import { LessHiss } from './hiss';
import { BINS, type NoisePower } from './noise';
import type { Processor } from './processor';
import { Room } from './room';
import { Steady } from './steady';

/** What a processor has to know beside its treatment. */
export interface Known {
  /** The noise of the sound that it is for, as it comes to it. */
  readonly noise?: NoisePower | undefined;
}

/** Where tone takes hold, Hz: below a voice's body, where consonants are understood, and above them (common practice). */
const LOWS = 150;
const PRESENCE = { frequency: 3000, quality: 0.8 };
const HIGHS = 7000;

const NOTHING_KNOWN: NoisePower = new Array<number>(BINS).fill(0);

/** The filters of a tone; what is not lifted or lowered has none. */
export function toneFilters({ low, presence, high }: Pick<TreatmentOf<'tone'>, 'low' | 'presence' | 'high'>): Biquad[] {
  return [
    ...(low === 0 ? [] : [shelf('low', LOWS, low)]),
    ...(presence === 0 ? [] : [peaking(PRESENCE.frequency, PRESENCE.quality, presence)]),
    ...(high === 0 ? [] : [shelf('high', HIGHS, high)]),
  ];
}

/** What goes by sample by sample. Clear voice does not: it is worked out of the whole recording beforehand (recipe.ts). */
export type Passing = Exclude<TreatmentKind, 'clear'>;

/** Every kind of treatment that goes by and what it is done by. A new kind is one entry; the compiler names what is missing. */
const PROCESSORS: { readonly [K in Passing]: (treatment: TreatmentOf<K>, channels: 1 | 2, known: Known) => Processor } = {
  lowCut: ({ frequency }, channels) => new Biquads([highPass(frequency)], channels),
  tone: (tone, channels) => new Biquads(toneFilters(tone), channels),
  steady: (steady, channels) => new Steady(steady, channels),
  hiss: (hiss, channels, { noise = NOTHING_KNOWN }) => new LessHiss(hiss, noise, channels),
  echo: (echo, channels) => new Echo(echo, channels),
  room: (room, channels) => new Room(room, channels),
};

/** The processor of a treatment. @param channels of the sound it is for. */
export function processorOf(treatment: TreatmentOf<Passing>, channels: 1 | 2, known: Known = {}): Processor {
  const make = PROCESSORS[treatment.kind] as (treatment: TreatmentOf<Passing>, channels: 1 | 2, known: Known) => Processor;
  return make(treatment, channels, known);
}
