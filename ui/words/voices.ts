import { decimal, saySpan, t } from '../../words';
import type { Depth } from '../../core/show';
import { speakingSeconds } from '../../core/speech';
import { percentOfDecibels } from '../../core/units';

/** How long a text takes to say, before anybody said it. */
export function sayReading(text: string): string {
  const seconds = speakingSeconds(text);
  return seconds === 0 ? t('voices.type') : t('voices.takes', { seconds: saySpan(seconds) });
}

/** How far the bed goes down: `10.0 dB down (32 %)`. */
export function sayDepth(depth: Depth): string {
  if (depth.by === 'clear') return t('voices.clear', { margin: decimal(depth.margin, 0) });
  if (depth.by === 'thin') return t('voices.thin', { share: decimal(depth.share * 100, 0) });
  if (depth.gain === 0) return t('voices.notAtAll');
  return t('voices.down', { gain: decimal(Math.abs(depth.gain), 1), percent: decimal(percentOfDecibels(depth.gain), 0) });
}

/** The same in few words, for a button. */
export function sayDepthShort(depth: Depth): string {
  if (depth.by === 'clear') return t('voices.dipsClear', { margin: decimal(depth.margin, 0) });
  if (depth.by === 'thin') return t('voices.dipsThin', { share: decimal(depth.share * 100, 0) });
  return depth.gain === 0 ? t('voices.dipsNone') : t('voices.dips', { gain: decimal(Math.abs(depth.gain), depth.gain % 1 === 0 ? 0 : 1) });
}

/** Marks to aim for: how far a voice should stand above all else, dB. */
export const MARKS = [10, 15, 20] as const;

/** Why a mark is what it is; null for one that somebody typed. */
export function sayMark(margin: number): string | null {
  switch (margin) {
    case 10:
      return t('voices.practice');
    case 15:
      return t('voices.wellClear');
    case 20:
      return 'WCAG 2.2, 1.4.7';
    default:
      return null;
  }
}

/** What one narration asks of the bed on top of the show's depth. */
export function sayMore(by: number): string {
  if (Math.abs(by) < 0.05) return t('levels.asDeep');
  return t(by < 0 ? 'levels.deeper' : 'levels.shallower', { by: decimal(Math.abs(by), 1) });
}
