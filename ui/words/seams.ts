/** How much louder it is after a seam than before, in words and numbers. */
export function sayStep(step: number | null): string {
  if (step === null) return 'Level: one side is silent.';
  const size = Math.abs(step);
  if (size < 1.5) return `Level: even (${size.toFixed(1)} dB apart).`;
  return `Level: ${size.toFixed(1)} dB ${step < 0 ? 'quieter' : 'louder'} after the seam.`;
}

/** How far the sharpest edge stands out at a seam. */
export function sayClick(click: number): string {
  if (click <= 6) return 'Click: none.';
  return `Click: an edge ${click.toFixed(0)} dB above those of the piece. A longer lead-in or tail smooths it.`;
}

/** By how much the beat is off after a seam. */
export function sayPhase(phase: number | null): string {
  if (phase === null) return 'Beat: nothing to compare here.';
  const milliseconds = Math.round(phase * 1000);
  if (milliseconds === 0) return 'Beat: runs on (0 ms off).';
  return `Beat: ${Math.abs(milliseconds)} ms ${milliseconds < 0 ? 'early' : 'late'} after the seam. Tempo or downbeat may be off.`;
}
