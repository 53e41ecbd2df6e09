import type { Answer, Slack } from '../../core/fit';

/** What a weave is best at, among the weaves for a length. */
const WEAVES: Readonly<Record<Answer['kind'], string>> = {
  hidden: 'Weave',
  fewest: 'Weave, fewest stitches',
  closest: 'Weave, closest',
  most: 'Weave, most of the piece',
  bars: 'Weave',
  phrase: 'Weave',
  speed: 'Weave',
};

/** What an answer is called. */
export function sayWay({ way, kind }: Answer): string {
  switch (way) {
    case 'weave':
      return WEAVES[kind];
    case 'loop':
      return 'Loop';
    case 'stop':
      return 'Stop at a phrase';
    case 'nudge':
      return 'Nudge';
  }
}

/** What the button that lays it says after “Use”. */
export const sayUse: Readonly<Record<Answer['way'], string>> = {
  weave: 'the weave',
  loop: 'the loop',
  stop: 'the stop',
  nudge: 'the nudge',
};

const counted = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

/** By how much it misses: `lands 0.3 s early`. */
export function sayLanding(off: number): string {
  if (Math.abs(off) < 0.05) return 'lands exactly';
  return `lands ${Math.abs(off).toFixed(1)} s ${off < 0 ? 'early' : 'late'}`;
}

const percent = (stretch: number) => (1 / stretch - 1) * 100;

/** What an answer does, in a line. */
export function sayAnswer({ way, splices, off, stretch, fade, loop }: Answer): string {
  switch (way) {
    case 'weave':
      return `${counted(splices.length, 'stitch', 'stitches')} · ${sayLanding(off)}`;
    case 'loop':
      return `${counted(Number((loop?.bars ?? 0).toFixed(1)), 'bar', 'bars')}, ${counted((loop?.passes ?? 1) - 1, 'time', 'times')} more · ${sayLanding(off)}`;
    case 'stop':
      return `fades out over the last ${(fade ?? 0).toFixed(1)} s · ${sayLanding(off)}`;
    case 'nudge':
      return `${Math.abs(percent(stretch)).toFixed(1)} % ${percent(stretch) > 0 ? 'faster' : 'slower'}, the pitch stays`;
  }
}

/** How well it hides, in words; a stop has no ending of its own. */
export const sayHiding = ({ way, hiding }: Answer): string => (way === 'stop' ? 'a fade, no ending' : hiding);

/** A way to take up what is left. */
export function saySlack(slack: Slack, change: number): string {
  switch (slack) {
    case 'pictures':
      return 'photo times';
    case 'speed':
      return `speed ${(Math.abs(change) * 100).toFixed(1)} %`;
    case 'ring':
      return 'last ring';
    case 'leave':
      return 'leave it';
  }
}
