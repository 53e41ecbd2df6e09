/** How a fade or a crossing leans. */
export function sayBend(bend: number): string {
  if (Math.abs(bend) < 0.05) return 'straight';
  return bend < 0 ? 'slow start' : 'quick start';
}

/** What a change of level means in words: `3.0 dB quieter`. */
export function sayChange(gain: number): string {
  if (Math.abs(gain) < 0.05) return 'as recorded';
  return `${Math.abs(gain).toFixed(1)} dB ${gain < 0 ? 'quieter' : 'louder'}`;
}
