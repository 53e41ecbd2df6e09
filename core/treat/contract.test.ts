import fc from 'fast-check';
import { firstDifference, noise } from '../../tests/tones';
import { TREATMENTS_IN_ORDER, newTreatment, type Treatment } from '../show';
import { memorySource } from '../sound';
import { RATE } from '../units';
import { BINS } from './noise';
import { processorOf, type Passing } from './table';
import { treatedSource } from './treated';
import { cooked, throughChain } from '.';

/** Every treatment that goes by, as it begins. */
const PASSING = TREATMENTS_IN_ORDER.filter((kind): kind is Passing => kind !== 'clear').map((kind) => newTreatment(kind));
/** As much noise in every bin as white noise of −40 dB has. */
const KNOWN = { noise: new Array<number>(BINS).fill(0.0025) };

const make = (treatment: (typeof PASSING)[number]) => (channels: 1 | 2) => processorOf(treatment, channels, KNOWN);

describe.each(PASSING)('$kind', (treatment) => {
  it('makes no NaN and no Inf: of silence, full scale, a single sample, denormals, a step', () => {
    const length = RATE * 2;
    const sounds: Record<string, Float32Array> = {
      silence: new Float32Array(length),
      'full scale': noise(length).map(Math.sign),
      click: Float32Array.from({ length }, (_, i) => Number(i === 5000)),
      denormals: new Float32Array(length).fill(1e-40),
      step: Float32Array.from({ length }, (_, i) => Number(i > length / 2)),
    };
    for (const [name, sound] of Object.entries(sounds)) {
      for (const channels of [1, 2] as const) {
        const out = new Float32Array(length);
        make(treatment)(channels).process(sound, out, length / channels);
        expect([name, out.findIndex((value) => !Number.isFinite(value))]).toEqual([name, -1]);
        if (name === 'silence') expect(out.every((value) => value === 0)).toBe(true);
      }
    }
  });

  it('gives the same samples however blocks are cut, in whatever order a source is read; what it says of its memory is so', () => {
    const frames = 120_000;
    const sound = noise(frames * 2, 7).map((value, i) => value * (0.05 + 0.6 * Number(i % 60_000 < 20_000)));
    const one = make(treatment)(2);
    const whole = new Float32Array(frames * 2);
    one.process(sound, whole, frames);
    const other = make(treatment)(2);
    const inBlocks = sound.slice();
    for (let at = 0, i = 0; at < frames; i += 1) {
      const size = Math.min([1, 777, 4096, 40_000][i % 4]!, frames - at);
      const block = inBlocks.subarray(at * 2, (at + size) * 2);
      other.process(block, block, size);
      at += size;
    }
    expect(firstDifference(inBlocks, whole)).toBe(-1);

    const read = fc.tuple(fc.integer({ min: 0, max: frames - 1 }), fc.integer({ min: 1, max: 50_000 }));
    const straight = new Float32Array(frames * 2);
    treatedSource(memorySource(sound, 2), make(treatment)).read(0, frames, straight);
    fc.assert(
      fc.property(fc.array(read, { minLength: 1, maxLength: 5 }), (reads) => {
        const source = treatedSource(memorySource(sound, 2), make(treatment));
        for (const [first, count] of reads) {
          const size = Math.min(count, frames - first);
          const piece = new Float32Array(size * 2);
          source.read(first, size, piece);
          if (firstDifference(piece, straight.subarray(first * 2, (first + size) * 2)) !== -1) return false;
        }
        return true;
      }),
      { numRuns: 6 },
    );
    // One pass from the beginning, its delay taken out: the state that a run-in rebuilds is that one.
    const apart = whole.subarray(one.delay * 2).findIndex((value, i) => Math.abs(value - straight[i]!) > 3e-6);
    expect(apart).toBe(-1);
  });

  it('is over when its tail is: nothing sounds on behind it', () => {
    const { delay, tail } = make(treatment)(1);
    const sound = new Float32Array(RATE + delay + tail + RATE / 2);
    sound.set(noise(RATE, 3));
    const out = new Float32Array(sound.length);
    make(treatment)(1).process(sound, out, sound.length);
    expect(out.subarray(RATE + delay + tail + 2048).findIndex((value) => Math.abs(value) > 1e-4)).toBe(-1);
  });
});

it('is the identity where it is switched off, bit by bit; a chain goes through its links in their order', () => {
  const sound = noise(60_000, 4);
  const source = memorySource(sound, 2);
  const off = PASSING.map((one): Treatment => ({ ...one, on: false }));
  const out = new Float32Array(sound.length);
  throughChain(source, off).read(0, out.length / 2, out);
  expect(firstDifference(out, sound)).toBe(-1);
  cooked(source, { speed: 1, treatments: off }).read(0, out.length / 2, out);
  expect(firstDifference(out, sound)).toBe(-1);
  const [steady, echo] = [newTreatment('steady'), newTreatment('echo')];
  const ways = [
    [steady, echo],
    [echo, steady],
  ].map((chain) => {
    const way = new Float32Array(sound.length);
    throughChain(source, chain).read(0, way.length / 2, way);
    return way;
  });
  expect(firstDifference(ways[0]!, ways[1]!)).not.toBe(-1);
  const byHand = new Float32Array(sound.length);
  treatedSource(treatedSource(source, make(steady)), make(echo)).read(0, byHand.length / 2, byHand);
  expect(firstDifference(byHand, ways[0]!)).toBe(-1);
});

it('delays by as much as it says', () => {
  for (const treatment of PASSING) {
    const click = new Float32Array(60_000);
    click[20_000] = 0.5;
    const out = new Float32Array(click.length);
    const processor = processorOf(treatment, 1);
    processor.process(click, out, click.length);
    let most = 0;
    for (let i = 0; i < out.length; i += 1) if (Math.abs(out[i]!) > Math.abs(out[most]!)) most = i;
    expect([treatment.kind, most - processor.delay]).toEqual([treatment.kind, 20_000]);
  }
});
