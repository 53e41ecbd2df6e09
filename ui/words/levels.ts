import { decimal, t } from '../../words';

/** How a fade or a crossing leans. */
export function sayBend(bend: number): string {
  if (Math.abs(bend) < 0.05) return t('levels.straight');
  return t(bend < 0 ? 'levels.slowStart' : 'levels.quickStart');
}

/** What a change of level means in words: `3.0 dB quieter`. */
export function sayChange(gain: number): string {
  if (Math.abs(gain) < 0.05) return t('levels.asRecorded');
  return t(gain < 0 ? 'levels.quieter' : 'levels.louder', { by: decimal(Math.abs(gain), 1) });
}
