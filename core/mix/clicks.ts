import { RATE, framesOf, type Frames } from '../units';

/** A beat that is to be heard: its frame, and whether a bar begins with it. */
export interface Click {
  readonly frame: Frames;
  readonly strong: boolean;
}

/** A click lasts so long; it has died away by 60 dB then. */
const LONG: Frames = framesOf(0.03);
const PITCHES = { strong: 2093, weak: 1396.9 } as const;
const GAIN = 0.35;

function clickOf(hertz: number): Float32Array {
  const fall = Math.log(1000) / LONG;
  return Float32Array.from({ length: LONG }, (_, i) => GAIN * Math.sin((2 * Math.PI * hertz * i) / RATE) * Math.exp(-fall * i));
}

const SOUNDS = { strong: clickOf(PITCHES.strong), weak: clickOf(PITCHES.weak) } as const;

/**
 * Adds clicks to a block of stereo that begins with frame `first`: pure like the mixer, the same samples however blocks are cut. Clicks are in the
 * order of their frames.
 */
export function addClicks(block: Float32Array, first: Frames, frames: Frames, clicks: readonly Click[]): void {
  let [low, high] = [0, clicks.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (clicks[middle]!.frame <= first - LONG) low = middle + 1;
    else high = middle;
  }
  for (let k = low; k < clicks.length && clicks[k]!.frame < first + frames; k += 1) {
    const { frame, strong } = clicks[k]!;
    const sound = strong ? SOUNDS.strong : SOUNDS.weak;
    const end = Math.min(first + frames, frame + LONG);
    for (let at = Math.max(first, frame); at < end; at += 1) {
      block[(at - first) * 2]! += sound[at - frame]!;
      block[(at - first) * 2 + 1]! += sound[at - frame]!;
    }
  }
}
