import { framesOf, RATE } from '../core/units';
import { noise } from './tones';

export const hertzOf = (pitch: number) => 440 * 2 ** ((pitch - 69) / 12);

/** A reproducible die in [0, 1) (Park and Miller, CACM 1988). */
export function die(seed: number): () => number {
  let state = (seed * 7919 + 17) % 2_147_483_647 || 1;
  return () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
}

/** One kick of a drum: a tone that falls from 158 to 48 Hz and dies away. */
const KICK = new Float64Array(framesOf(0.18));
for (let i = 0, phase = 0; i < KICK.length; i += 1) {
  const t = i / RATE;
  phase += (2 * Math.PI * (48 + 110 * Math.exp(-t * 45))) / RATE;
  KICK[i] = Math.sin(phase) * Math.exp(-t * 18) * Math.min(1, i / 30);
}

/** Sound under construction. */
export class Tape {
  readonly out: Float32Array;
  private readonly hiss = noise(1 << 15, 77);

  constructor(seconds: number) {
    this.out = new Float32Array(framesOf(seconds) * 2);
  }

  /** A note of a few harmonics that sets in quickly and dies away with half-life `half` seconds, held for `length`. */
  note(at: number, pitch: number, length: number, force: number, half: number, harmonics: readonly number[], pan = 0): void {
    const start = framesOf(at);
    const frames = Math.min(framesOf(length + 0.05), this.out.length / 2 - start);
    const left = Math.cos(((pan + 1) * Math.PI) / 4) * force;
    const right = Math.sin(((pan + 1) * Math.PI) / 4) * force;
    const rise = framesOf(0.004);
    const release = framesOf(0.05);
    const decay = 0.5 ** (1 / (half * RATE));
    const wave = new Float64Array(Math.max(0, frames));
    for (const [h, strength] of harmonics.entries()) {
      const step = (2 * Math.PI * hertzOf(pitch) * (h + 1)) / RATE;
      if (step > 2.5) break;
      // A sine that dies away, each sample from the two before it: no sine for every sample.
      const [once, twice] = [2 * decay * Math.cos(step), decay * decay];
      let before = -Math.sin(step) * (strength / decay);
      let value = 0;
      for (let i = 0; i < wave.length; i += 1) {
        wave[i]! += value;
        const next = once * value - twice * before;
        before = value;
        value = next;
      }
    }
    for (let i = 0; i < wave.length; i += 1) {
      const value = wave[i]! * Math.min(1, i / rise, (frames - i) / release);
      this.out[(start + i) * 2]! += value * left;
      this.out[(start + i) * 2 + 1]! += value * right;
    }
  }

  /** A drum of noise; `bright` 1 keeps the highs only, 0 all. */
  hit(at: number, force: number, half: number, bright: number, pan = 0): void {
    const start = framesOf(at);
    const frames = Math.min(framesOf(half * 8), this.out.length / 2 - start);
    const decay = 0.5 ** (1 / (half * RATE));
    let level = force;
    let last = 0;
    const offset = (start * 31) % 9973;
    for (let i = 0; i < frames; i += 1) {
      const raw = this.hiss[(offset + i) & 32_767]!;
      const value = (raw - bright * last) * level * Math.min(1, i / 40);
      last = raw;
      this.out[(start + i) * 2]! += value * (1 - pan) * 0.7;
      this.out[(start + i) * 2 + 1]! += value * (1 + pan) * 0.7;
      level *= decay;
    }
  }

  kick(at: number, force: number): void {
    const start = framesOf(at);
    const frames = Math.min(framesOf(0.18), this.out.length / 2 - start);
    for (let i = 0; i < frames; i += 1) {
      const value = KICK[i]! * force;
      this.out[(start + i) * 2]! += value;
      this.out[(start + i) * 2 + 1]! += value;
    }
  }

  /** Something like speech: a buzz with moving resonances in syllables of uneven length. */
  speak(from: number, to: number, roll: () => number): void {
    for (let at = from; at < to - 0.3;) {
      const length = 0.09 + roll() * 0.16;
      const pitch = 98 + roll() * 40;
      const [one, two] = [350 + roll() * 450, 1000 + roll() * 1300];
      const start = framesOf(at);
      const frames = framesOf(length);
      for (let h = 1; h * pitch < 3600; h += 1) {
        const hertz = h * pitch;
        const strength = (1 / (1 + ((hertz - one) / 130) ** 2) + 0.6 / (1 + ((hertz - two) / 180) ** 2)) * 0.22;
        if (strength < 0.004) continue;
        for (let i = 0; i < frames && (start + i) * 2 + 1 < this.out.length; i += 1) {
          const share = i / frames;
          const value =
            Math.sin((2 * Math.PI * hertz * (1 + 0.04 * Math.sin(share * 3)) * i) / RATE) * strength * Math.sin(Math.PI * share);
          this.out[(start + i) * 2]! += value;
          this.out[(start + i) * 2 + 1]! += value;
        }
      }
      if (roll() < 0.35) this.hit(at + length, 0.05, 0.02, 0.9);
      at += length + (roll() < 0.12 ? 0.25 + roll() * 0.3 : 0.02);
    }
  }
}
