import type { Depth } from '../../core/show';
import { speakingSeconds } from '../../core/speech';
import { percentOfDecibels, saySpan } from '../../core/units';

/** How long a text takes to say, before anybody said it. */
export function sayReading(text: string): string {
  const seconds = speakingSeconds(text);
  return seconds === 0 ? 'Type what is said: it becomes the caption.' : `takes about ${saySpan(seconds)} to say`;
}

/** How far the bed goes down: `10.0 dB down (32 %)`. */
export function sayDepth(depth: Depth): string {
  if (depth.by === 'clear') return `as far as it takes, ${depth.margin.toFixed(0)} dB below the voice`;
  if (depth.gain === 0) return 'not at all';
  return `${Math.abs(depth.gain).toFixed(1)} dB down (${percentOfDecibels(depth.gain).toFixed(0)} %)`;
}

/** The same in few words, for a button. */
export function sayDepthShort(depth: Depth): string {
  if (depth.by === 'clear') return `Dips: ${depth.margin.toFixed(0)} dB clear`;
  return depth.gain === 0 ? 'Dips: none' : `Dips: −${Math.abs(depth.gain).toFixed(depth.gain % 1 === 0 ? 0 : 1)} dB`;
}

/** Marks to aim for: how far a voice should stand above all else, dB. */
export const MARKS: readonly { readonly margin: number; readonly label: string; readonly note: string }[] = [
  { margin: 10, label: '10 dB', note: 'common practice' },
  { margin: 15, label: '15 dB', note: 'well clear' },
  { margin: 20, label: '20 dB', note: 'WCAG 2.2, 1.4.7' },
];

/** What one narration asks of the bed on top of the show's depth. */
export function sayMore(by: number): string {
  if (Math.abs(by) < 0.05) return 'as deep as in the whole show';
  return `${Math.abs(by).toFixed(1)} dB ${by < 0 ? 'deeper' : 'shallower'}`;
}
