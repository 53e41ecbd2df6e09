import { RATE } from '../../core/units';

/** Reproducible noise in [−1, 1) (Park and Miller, CACM 1988, "minimal standard"). */
export function noiseFrom(seed: number): () => number {
  let state = (seed % 2_147_483_646) + 1;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return (state / 2_147_483_647) * 2 - 1;
  };
}

/** A low-pass of one pole, in place. */
export function soften(samples: Float32Array, hertz: number): Float32Array {
  const keep = Math.exp((-2 * Math.PI * hertz) / RATE);
  let last = 0;
  for (let i = 0; i < samples.length; i += 1) {
    last = keep * last + (1 - keep) * samples[i]!;
    samples[i] = last;
  }
  return samples;
}

function addDrop(into: Float32Array, at: number, hertz: number, level: number): void {
  const length = Math.round(0.05 * RATE);
  for (let i = 0; i < length && at + i < into.length; i += 1) {
    into[at + i]! += level * Math.exp(-i / (0.008 * RATE)) * Math.sin((2 * Math.PI * hertz * i) / RATE);
  }
}

/** Rain on a tin roof: a soft rush, and drops that ring. Mono, `seconds` long. */
export function rainOnRoof(seconds: number): Float32Array {
  const next = noiseFrom(41);
  const sound = soften(
    Float32Array.from({ length: Math.round(seconds * RATE) }, () => next() * 0.5),
    2500,
  );
  for (let drop = 0; drop < seconds * 38; drop += 1) {
    const at = Math.floor(((next() + 1) / 2) * sound.length);
    addDrop(sound, at, 700 + (next() + 1) * 1100, 0.08 + (next() + 1) * 0.09);
  }
  return sound;
}

/** A spade going into gravelly earth at each of `strokes` (seconds): a thud, then a scrape. Mono. */
export function spadeStrokes(seconds: number, strokes: readonly number[]): Float32Array {
  const next = noiseFrom(97);
  const sound = Float32Array.from({ length: Math.round(seconds * RATE) }, () => next() * 0.004);
  for (const [index, stroke] of strokes.entries()) {
    const at = Math.round(stroke * RATE);
    const scrape = soften(
      Float32Array.from({ length: Math.round(0.34 * RATE) }, () => next()),
      2200 + (index % 3) * 500,
    );
    for (let i = 0; i < scrape.length && at + i < sound.length; i += 1) {
      const seconds = i / RATE;
      const thud = 0.7 * Math.exp(-seconds / 0.045) * Math.sin(2 * Math.PI * (95 - index * 2) * seconds);
      sound[at + i]! += thud + scrape[i]! * 0.55 * Math.exp(-seconds / 0.12);
    }
  }
  return sound;
}

/** The same moment as another device would have it: from further away, duller, quieter, with its own hiss. */
export function fromTheTable(sound: Float32Array): Float32Array {
  const next = noiseFrom(173);
  const far = soften(Float32Array.from(sound), 1600);
  return far.map((value, i) => 0.5 * value + 0.15 * (far[i - Math.round(0.017 * RATE)] ?? 0) + next() * 0.004);
}
