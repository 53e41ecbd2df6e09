import { saySpan, t } from '../../words';
import type { Lengths } from '../../core/show';

/** The difference of the two lengths, as the button on the length strip says it. */
export function sayDifference({ verdict, difference }: Lengths): string {
  switch (verdict) {
    case 'no-pictures':
      return t('lengths.noPictures');
    case 'no-bed':
      return t('lengths.noMusic');
    case 'alone':
      return t('lengths.alone');
    case 'fits':
      return t('lengths.fits');
    case 'short':
      return t('lengths.short', { difference: saySpan(difference) });
    case 'over':
      return t('lengths.over', { difference: saySpan(difference) });
  }
}
