import { decimal, t } from '../../words';

/** How much louder it is after a seam than before, in words and numbers. */
export function sayStep(step: number | null): string {
  if (step === null) return t('seams.silent');
  const size = decimal(Math.abs(step), 1);
  if (Math.abs(step) < 1.5) return t('seams.even', { size });
  return t(step < 0 ? 'seams.quieter' : 'seams.louder', { size });
}

/** How far the sharpest edge stands out at a seam. */
export function sayClick(click: number): string {
  return click <= 6 ? t('seams.noClick') : t('seams.click', { click: decimal(click, 0) });
}

/** By how much the beat is off after a seam. */
export function sayPhase(phase: number | null): string {
  if (phase === null) return t('seams.noBeat');
  const milliseconds = Math.round(phase * 1000);
  if (milliseconds === 0) return t('seams.onTheBeat');
  return t(milliseconds < 0 ? 'seams.early' : 'seams.late', { milliseconds: Math.abs(milliseconds) });
}

/** How alike two sides are, in words; the number is a correlation in [−1, 1]. */
export function sayAlike(alike: number): string {
  if (alike > 0.9) return t('seams.same');
  if (alike > 0.6) return t('seams.alike');
  return t(alike > 0.25 ? 'seams.little' : 'seams.different');
}
