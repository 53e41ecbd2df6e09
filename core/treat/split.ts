import { transformOf, type Complex } from '../sound/transform';
import { RATE, type Frames } from '../units';
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
export class SpeechBand implements Processor {
  readonly finite = true;
  readonly delay: Frames = BLOCK + HALF;
  readonly tail: Frames = 0;
  readonly runIn: Frames = 2 * BLOCK;
  private readonly before: Float32Array;
  private readonly block: Float32Array;
  private readonly ready: Float32Array;
  private filled = 0;

  constructor(
    private readonly part: 'band' | 'rest',
    private readonly channels: 1 | 2,
  ) {
    this.before = new Float32Array(BLOCK * channels);
    this.block = new Float32Array(BLOCK * channels);
    this.ready = new Float32Array(BLOCK * channels);
  }

  reset(): void {
    for (const one of [this.before, this.block, this.ready]) one.fill(0);
    this.filled = 0;
  }

  process(input: Float32Array, output: Float32Array, frames: number): void {
    const { channels } = this;
    for (let done = 0; done < frames;) {
      const size = Math.min(frames - done, BLOCK - this.filled);
      const at = this.filled * channels;
      const from = done * channels;
      for (let i = 0; i < size * channels; i += 1) {
        const value = input[from + i]!;
        output[from + i] = this.ready[at + i]!;
        this.block[at + i] = value;
      }
      done += size;
      this.filled += size;
      if (this.filled === BLOCK) this.close();
    }
  }

  private close(): void {
    const { channels, before, block, ready } = this;
    const transform = transformOf(BLOCK * 2);
    const { re, im } = transform;
    for (let i = 0; i < BLOCK; i += 1) {
      re[i] = before[i * channels]!;
      re[BLOCK + i] = block[i * channels]!;
      im[i] = channels === 2 ? before[i * 2 + 1]! : 0;
      im[BLOCK + i] = channels === 2 ? block[i * 2 + 1]! : 0;
    }
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
    before.set(block);
    this.filled = 0;
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
