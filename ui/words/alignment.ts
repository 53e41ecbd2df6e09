import type { Alignment } from '../../core/sound';
import { sayOffset } from './times';

/** How sure Rain Bed is of a place, in words. */
export function sayAlignment(alignment: Alignment | null): { verdict: Alignment['verdict']; words: string } {
  if (!alignment) {
    return { verdict: 'unsure', words: 'One of the two is silent: there is nothing to compare. You can shift the recording by hand.' };
  }
  const { verdict, clearness, offset } = alignment;
  const times = clearness >= 10 ? clearness.toFixed(0) : clearness.toFixed(1);
  switch (verdict) {
    case 'sure':
      return {
        verdict,
        words: `Sure: the recording begins at ${sayOffset(offset)}. This place fits ${times} times better than any other.`,
      };
    case 'likely':
      return {
        verdict,
        words: `Likely at ${sayOffset(offset)}: this place fits ${times} times better than any other. Listen to both before you lay it.`,
      };
    case 'unsure':
      return {
        verdict,
        words: `Unsure: the best place (${sayOffset(offset)}) fits hardly better than others. These may be recordings of different moments. You can shift it by hand and listen.`,
      };
  }
}
