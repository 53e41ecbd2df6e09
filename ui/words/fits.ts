import type { Answer, Slack } from '../../core/fit';
import { decimal, t } from '../../words';

/** What an answer is called; a weave is named by what it is best at. */
export function sayWay({ way, kind }: Answer): string {
  if (way !== 'weave') return t(`fits.${way}`);
  return t(kind === 'fewest' || kind === 'closest' || kind === 'most' ? `fits.${kind}` : 'fits.hidden');
}

/** Half a frame of a film at thirty a second, seconds. */
const A_FRAME = 1 / 60;

/** By how much it misses: `0.3 s early`. */
export function sayLanding(off: number): string {
  const by = Math.abs(off);
  if (by < A_FRAME) return t('fits.landsExactly');
  return t(off < 0 ? 'fits.landsEarly' : 'fits.landsLate', { off: decimal(by, by < 0.1 ? 2 : 1) });
}

/** What an answer does, in a line. */
export function sayAnswer({ way, splices, off, stretch, fade, loop }: Answer): string {
  switch (way) {
    case 'weave':
      return `${t('fits.stitches', { count: splices.length })} · ${sayLanding(off)}`;
    case 'loop': {
      const bars = t('fits.bars', { count: Number((loop?.bars ?? 0).toFixed(1)) });
      return `${bars}, ${t('fits.timesMore', { count: (loop?.passes ?? 1) - 1 })} · ${sayLanding(off)}`;
    }
    case 'stop':
      return `${t('fits.fades', { fade: decimal(fade ?? 0, 1) })} · ${sayLanding(off)}`;
    case 'nudge': {
      const change = (1 / stretch - 1) * 100;
      return t(change > 0 ? 'fits.faster' : 'fits.slower', { percent: decimal(Math.abs(change), 1) });
    }
  }
}

/** How well it hides, in words; a stop has no ending of its own. */
export const sayHiding = ({ way, hiding }: Answer): string => (way === 'stop' ? t('fits.noEnding') : t(`fits.hiding.${hiding}`));

/** A way to take up what is left. */
export function saySlack(slack: Slack, change: number): string {
  return slack === 'speed' ? t('fits.slack.speed', { change: decimal(Math.abs(change) * 100, 1) }) : t(`fits.slack.${slack}`);
}
