import type { Lengths } from '../../core/show';
import { saySpan } from '../../core/units';

/** The difference of the two lengths, as the button on the length strip says it. */
export function sayDifference({ verdict, difference }: Lengths): string {
  switch (verdict) {
    case 'no-pictures':
      return 'No pictures';
    case 'no-bed':
      return 'No music';
    case 'fits':
      return 'Fits';
    case 'short':
      return `${saySpan(difference)} short`;
    case 'over':
      return `${saySpan(difference)} over`;
  }
}
