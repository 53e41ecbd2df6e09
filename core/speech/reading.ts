import type { Seconds } from '../units';

/** Somebody who reads aloud says about 150 words a minute, of six letters with the space: 15 letters a second (common practice). */
const LETTERS = 15;
/** Breath at the end of a sentence and at a comma, seconds. */
const [STOP, COMMA] = [0.5, 0.2];

/** How long it will probably take to say a text. Empty text takes no time. */
export function speakingSeconds(text: string): Seconds {
  const said = text.trim().replace(/\s+/g, ' ');
  if (said === '') return 0;
  const digits = (said.match(/\d/g) ?? []).length;
  const stops = (said.match(/[.!?…:](?=\s|$)/g) ?? []).length;
  const commas = (said.match(/[,;–—]/g) ?? []).length;
  const last = /[.!?…:]$/.test(said) ? 1 : 0;
  // A digit is a word of its own.
  return (said.length + digits * 4) / LETTERS + (stops - last) * STOP + commas * COMMA;
}
