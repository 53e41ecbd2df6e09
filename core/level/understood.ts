import { IMPORTANCE, THIRDS } from '../speech';

/** A voice this far below what masks it is not heard, this far above it wholly (as in the standard), dB. */
const RANGE = 15;

/**
 * How much of a voice can be understood beside what masks it, [0, 1]: its level above the mask in each third of an octave, between −15 and +15 dB,
 * counted by its importance (after ANSI S3.5, without its spread of masking and hearing threshold). Both in powers of `thirdsOf`, or of a row of a
 * profile's thirds that begins at `from`.
 */
export function understood(voice: ArrayLike<number>, mask: ArrayLike<number>, from = 0): number {
  let sum = 0;
  for (let band = 0; band < THIRDS; band += 1) {
    const over = 10 * Math.log10((voice[from + band]! + 1e-20) / (mask[from + band]! + 1e-20));
    sum += IMPORTANCE[band]![1] * Math.min(1, Math.max(0, (over + RANGE) / (2 * RANGE)));
  }
  return sum;
}
