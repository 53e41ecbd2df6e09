import { transformOf, type Complex } from '../sound/transform';
import { RATE, type Frames } from '../units';
import { Blocks } from './blocks';
import type { Processor } from './processor';

const BLOCK: Frames = 2048;
/** The filter reaches so far to either side: its slopes are about 100 Hz wide. */
const HALF: Frames = BLOCK / 2;
/** Where nearly all of what makes speech understood lies, Hz (the bands that count most in ANSI S3.5; from memory). */
const SPEECH = { from: 280, to: 5000 } as const;

/** A linear-phase band-pass: windowed sines (Hann), symmetric around its middle. */
function bandPass(): Float32Array {
  const at = (hertz: number, n: number) => (n === 0 ? (2 * hertz) / RATE : Math.sin((2 * Math.PI * hertz * n) / RATE) / (Math.PI * n));
  return Float32Array.from({ length: 2 * HALF + 1 }, (_, i) => {
    const n = i - HALF;
    return (at(SPEECH.to, n) - at(SPEECH.from, n)) * (0.5 + 0.5 * Math.cos((Math.PI * n) / (HALF + 1)));
  });
}

let known: Complex | null = null;

function answer(): Complex {
  if (known) return known;
  const transform = transformOf(BLOCK * 2);
  transform.re.fill(0);
  transform.im.fill(0);
  transform.re.set(bandPass());
  transform.forward();
  return (known = { re: transform.re.slice(), im: transform.im.slice() });
}

/**
 * The band in which speech lies, or the rest: added they are the sound itself. The phase stays (a symmetric filter, folded by overlap-save), so that
 * one of them can be lowered and nothing else is heard of it.
 */
export class SpeechBand extends Blocks implements Processor {
  readonly delay: Frames = BLOCK + HALF;
  readonly tail: Frames = 0;
  readonly runIn: Frames = 2 * BLOCK;

  constructor(
    private readonly part: 'band' | 'rest',
    channels: 1 | 2,
  ) {
    super(BLOCK, channels);
  }

  protected close(): void {
    const { channels, before, block, ready } = this;
    const transform = transformOf(BLOCK * 2);
    this.lay(transform);
    transform.forward();
    multiply(transform, answer());
    transform.inverse();
    const sides = [transform.re, transform.im] as const;
    for (let c = 0; c < channels; c += 1) {
      const side = sides[c]!;
      for (let i = 0; i < BLOCK; i += 1) {
        const band = side[BLOCK + i]!;
        // The sound itself as much later as the filter's middle is.
        const whole = i < HALF ? before[(BLOCK + i - HALF) * channels + c]! : block[(i - HALF) * channels + c]!;
        ready[i * channels + c] = this.part === 'band' ? band : whole - band;
      }
    }
  }
}

function multiply({ re, im }: Complex, by: Complex): void {
  for (let k = 0; k < re.length; k += 1) {
    const a = re[k]!;
    const b = im[k]!;
    re[k] = a * by.re[k]! - b * by.im[k]!;
    im[k] = a * by.im[k]! + b * by.re[k]!;
  }
}
