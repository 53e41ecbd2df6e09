import { Mixer, planSpans } from '../mix';
import { framesOf, RATE, type Seconds } from '../units';
import type { Steps } from './inStep';
import { CLEAR } from './inStep';
import { EXCUSE, HIDES, dearness } from './links';
import type { Surroundings } from './sides';
import { type Kind, type Sides } from './sides';
import { SEAM_BANDS, SeamReader, monoOf, spectralChange } from './seamReader';

/** What was found when a join was made and listened to: each as a share of what still hides, so that 1 and below hides. */
export interface Proof {
  readonly shares: Readonly<Record<Giveaway, number>>;
  /** The largest share, and what it is of. */
  readonly worst: number;
  readonly by: Giveaway;
  /** What all of it costs, as the links are priced. */
  readonly cost: number;
}

/** What may be heard of a join. */
export type Giveaway = Kind | 'seam' | 'beat' | 'click' | 'hole';

/** A join is made with so much of the piece on either side, and looked for clicks and holes this near to it, seconds. */
const AROUND: Seconds = 0.16;
/** The piece's own edges are those of half a second. */
const BLOCK: Seconds = 0.5;
const CLICK: Seconds = 0.03;
const HOLE: Seconds = 0.12;
/** By how much 20 ms at the join may be quieter than both sides are there (common practice), dB. */
const HOLE_MOST = 6;
const MEDIA = 'join';

/** Makes joins of a piece and judges what is heard. */
export class Prover {
  private readonly reader = new SeamReader();
  private readonly size = framesOf(AROUND);
  private readonly out = new Float32Array(this.size * 4);
  private readonly mono = new Float32Array(this.size * 2);
  private readonly left = new Float32Array(this.size * 2);
  private readonly right = new Float32Array(this.size * 2);
  private readonly seams = new Float32Array(SEAM_BANDS * 2);
  private readonly block = new Float32Array(framesOf(BLOCK) + 2);
  private readonly edges = new Float32Array(framesOf(BLOCK));
  private readonly usual = new Map<number, number>();
  private readonly known = new Map<string, Proof>();

  constructor(
    readonly around: Surroundings,
    readonly steps: Steps,
  ) {}

  /** Judges the join that leaves the piece at `from`, goes on at `to` (seconds) and crosses over `join` seconds. */
  prove(from: Seconds, to: Seconds, join: Seconds): Proof {
    const key = `${framesOf(from)} ${framesOf(to)} ${framesOf(join)}`;
    const known = this.known.get(key) ?? this.judge(from, to, join);
    this.known.set(key, known);
    return known;
  }

  private judge(from: Seconds, to: Seconds, join: Seconds): Proof {
    const { around } = this;
    this.make(from, to, join);
    const sides = around.sidesAt([from, to]);
    const step = (kind: Kind) =>
      Math.min(
        around.rank(kind, around.step(kind, sides, 0, sides, 1)),
        EXCUSE * around.rank(kind, around.context(kind, sides, 0, sides, 1)),
      );
    const shares = {
      harmony: step('harmony') / HIDES.harmony,
      colour: step('colour') / HIDES.colour,
      level: step('level') / HIDES.level,
      seam: this.seam(sides) / HIDES.seam,
      beat: this.beat(from, to) / HIDES.beat,
      click: this.click(from, to),
      hole: this.hole() / HOLE_MOST,
    };
    let by: Giveaway = 'harmony';
    let cost = 0;
    for (const one of Object.keys(shares) as Giveaway[]) {
      if (shares[one] > shares[by]) by = one;
      cost += dearness(shares[one]);
    }
    return { shares, by, worst: shares[by], cost };
  }

  /** Renders the join and reads both sides of it as they are in the piece; the join lies in the middle. */
  private make(from: Seconds, to: Seconds, join: Seconds): void {
    const { size, out, mono, left, right } = this;
    const { source } = this.around;
    const seconds = source.frames / RATE;
    const [before, after] = [Math.min(from, AROUND + 0.1), Math.min(seconds - to, AROUND + 0.1)];
    const spans = [
      { from: from - before, to: from, join },
      { from: to, to: to + after, join: 0 },
    ];
    const plan = planSpans(MEDIA, seconds, spans);
    const middle = plan.parts[0]!.spans[1]!.start;
    new Mixer({ ...plan, master: source.channels === 1 ? Math.SQRT2 : 1 }, new Map([[MEDIA, source]])).render(middle - size, size * 2, out);
    for (let i = 0; i < mono.length; i += 1) mono[i] = (out[i * 2]! + out[i * 2 + 1]!) * 0.5;
    monoOf(source, framesOf(from) - size, size * 2, left);
    monoOf(source, framesOf(to) - size, size * 2, right);
  }

  /** How much the spectrum changes across the join, beside what the piece does there or anyway. */
  private seam({ change }: Sides): number {
    const { reader, mono, seams, size } = this;
    reader.take(mono.subarray(size - SeamReader.reach, size + SeamReader.reach), seams, 0, seams, SEAM_BANDS);
    return spectralChange(seams, 0, seams, SEAM_BANDS) / Math.max(change[0]!, change[1]!, this.around.usualChange);
  }

  /** By how much the beat is off, seconds; 0 where there is none to be carried on. */
  private beat(from: Seconds, to: Seconds): Seconds {
    const { steps } = this;
    if (Math.min(steps.clarity(from)[0], steps.clarity(to)[1]) < CLEAR) return 0;
    const { before, after } = steps.between(from, to);
    const off = [before, after].filter((one): one is number => one !== null).map(Math.abs);
    if (off.length === 0) return 0;
    return Math.max(...off);
  }

  /** The sharpest edge at the join over those around it and those that both sides have there. */
  private click(from: Seconds, to: Seconds): number {
    const { size } = this;
    const near = framesOf(CLICK);
    const sharpest = (sound: Float32Array) => {
      let most = 0;
      for (let i = size - near; i < size + near; i += 1) most = Math.max(most, Math.abs(sound[i - 1]! - 2 * sound[i]! + sound[i + 1]!));
      return most;
    };
    const usual = Math.max(this.edgesAt(from - BLOCK / 2), this.edgesAt(to + BLOCK / 2));
    return sharpest(this.mono) / Math.max(usual, Math.hypot(sharpest(this.left), sharpest(this.right)), 1e-5);
  }

  /** The edge that one in a thousand exceeds around a moment of the piece. */
  private edgesAt(at: Seconds): number {
    const index = Math.max(0, Math.floor(at / BLOCK));
    const known = this.usual.get(index);
    if (known !== undefined) return known;
    const { block, edges } = this;
    monoOf(this.around.source, index * edges.length, block.length, block);
    for (let i = 0; i < edges.length; i += 1) edges[i] = Math.abs(block[i]! - 2 * block[i + 1]! + block[i + 2]!);
    edges.sort();
    const value = edges[Math.floor(edges.length * 0.999)]!;
    this.usual.set(index, value);
    return value;
  }

  /** How much quieter any 20 ms near the join is than the quieter of both sides at that moment, dB. */
  private hole(): number {
    const { size } = this;
    const half = framesOf(0.01);
    const level = (sound: Float32Array, at: number) => {
      let sum = 0;
      for (let i = at - half; i < at + half; i += 1) sum += sound[i]! * sound[i]!;
      return Math.max(-80, 10 * Math.log10(sum / (2 * half) + 1e-12));
    };
    let most = 0;
    for (let by = -HOLE; by <= HOLE + 1e-6; by += 0.01) {
      const at = size + framesOf(by);
      const sides = Math.max(-60, Math.min(level(this.left, at), level(this.right, at)));
      most = Math.max(most, sides - Math.max(-60, level(this.mono, at)));
    }
    return most;
  }
}
