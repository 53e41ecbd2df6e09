import type { Treatment } from '../show';
import { LowCut } from './lowCut';
import type { Processor } from './processor';

type Kind = Treatment['kind'];
type Of<K extends Kind> = Extract<Treatment, { readonly kind: K }>;

/** Every kind of treatment and what it is done by. A new kind is one entry; the compiler names what is missing. */
const PROCESSORS: { readonly [K in Kind]: (treatment: Of<K>, channels: 1 | 2) => Processor } = {
  lowCut: ({ frequency }, channels) => new LowCut(frequency, channels),
};

/** The processor of a treatment. @param channels of the sound it is for. */
export function processorOf<K extends Kind>(treatment: Of<K>, channels: 1 | 2): Processor {
  return PROCESSORS[treatment.kind as K](treatment, channels);
}
