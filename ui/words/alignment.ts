import { decimal, t } from '../../words';
import type { Alignment } from '../../core/sound';
import { sayOffset } from './times';

/** How sure Rain Bed is of a place, in words. */
export function sayAlignment(alignment: Alignment | null): { verdict: Alignment['verdict']; words: string } {
  if (!alignment) {
    return { verdict: 'unsure', words: t('alignment.silent') };
  }
  const { verdict, clearness, offset } = alignment;
  const times = clearness >= 10 ? decimal(clearness, 0) : decimal(clearness, 1);
  switch (verdict) {
    case 'sure':
      return {
        verdict,
        words: t('alignment.sure', { offset: sayOffset(offset), times }),
      };
    case 'likely':
      return {
        verdict,
        words: t('alignment.likely', { offset: sayOffset(offset), times }),
      };
    case 'unsure':
      return {
        verdict,
        words: t('alignment.unsure', { offset: sayOffset(offset) }),
      };
  }
}
