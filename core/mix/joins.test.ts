import fc from 'fast-check';
import { runs } from '../../tests/budget';
import { renderShow } from '../../tests/render';
import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { firstDifference, noise } from '../../tests/tones';
import { crossGain } from '../level';
import { FIRST_LANES, type Cross, type Part, type Show } from '../show';
import { newPart, placeAfter, removeRange, setCross, splitParts } from '../show/edits';
import { memorySource, type PcmSource } from '../sound';
import { RATE, framesOf } from '../units';
import { planShow } from './plan';

type Sounds = readonly Float32Array[];

/** A show of pieces one over the other, each the whole of a sound of its own, starting at the given moments. */
function pieces(seconds: number, lengths: readonly number[], starts: readonly number[], cross?: Partial<Cross>): Show {
  let show = showOf([seconds]);
  for (const [index, length] of lengths.entries()) {
    const media = soundMedia(index + 1001, length);
    const part = { ...newPart(`piece-${index + 1}`, FIRST_LANES.bed, media), at: starts[index]! };
    show = { ...show, media: { ...show.media, [media.id]: media }, parts: [...show.parts, part] };
    if (cross && index > 0) show = setCross(show, { id: part.id, change: cross });
  }
  return show;
}

function render(show: Show, sounds: Sounds, blocks?: readonly number[]): Float32Array {
  const sources = new Map<string, PcmSource>();
  for (const [index, sound] of sounds.entries()) sources.set(mediaId(index + 1001), memorySource(sound, 2));
  // A show made by showOf has its one piece under number 1000.
  sources.set(mediaId(1000), memorySource(sounds[0]!, 2));
  return renderShow(show, sources, blocks);
}

const level = (sound: Float32Array, from: number, to: number) => {
  let sum = 0;
  for (let i = framesOf(from) * 2; i < framesOf(to) * 2; i += 1) sum += sound[i]! ** 2;
  return 10 * Math.log10(sum / ((framesOf(to) - framesOf(from)) * 2));
};

describe('the laws of a crossing', () => {
  const shape = { frames: 1000, seam: 0, bendOut: 0, bendIn: 0 };
  const gains = (law: 'power' | 'even' | 'matched', at: number, alike = 0, bends = {}) => {
    const gain = (side: 'out' | 'in') => crossGain({ ...shape, ...bends, law }, side, at, alike);
    return [gain('out'), gain('in')] as const;
  };

  it('equal power: squares add up to one, −3.01 dB each at the middle; even: sums do, −6.02 dB each', () => {
    fc.assert(
      fc.property(
        fc.nat(999),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (at, bendOut, bendIn) => {
          const [out, back] = gains('power', at, 0.7, { bendOut, bendIn });
          expect(out ** 2 + back ** 2).toBeCloseTo(1, 6);
          const [a, b] = gains('even', at, 0.7, { bendOut, bendIn });
          expect(a + b).toBeCloseTo(1, 6);
        },
      ),
    );
    expect(20 * Math.log10(gains('power', 499.5)[0])).toBeCloseTo(-3.0103, 3);
    expect(20 * Math.log10(gains('even', 499.5)[1])).toBeCloseTo(-6.0206, 3);
  });

  // The condition for partly alike signals: Fink, Holters, Zölzer, DAFx 2016.
  it('matched: the power of two sounds of correlation r stays one', () => {
    fc.assert(
      fc.property(fc.nat(999), fc.double({ min: -0.5, max: 1, noNaN: true }), (at, r) => {
        const [out, back] = gains('matched', at, r);
        expect(out ** 2 + back ** 2 + 2 * r * out * back).toBeCloseTo(1, 6);
      }),
    );
  });
});

describe('two pieces that overlap', () => {
  it.each([-0.5, -0.2, 0, 0.3, 0.7, 0.95, 1])(
    'matched to how alike they are: noise of correlation %s keeps its level within 0.5 dB',
    (r) => {
      const one = noise(4 * RATE * 2, 5).map((value) => value * 0.4);
      const other = noise(4 * RATE * 2, 77).map((value) => value * 0.4);
      // What comes in is as alike as wanted to what it lies beside: two seconds of overlap.
      const second = other.map((value, i) => {
        const beside = i < 2 * RATE * 2 ? one[i + 2 * RATE * 2]! : value;
        return i < 2 * RATE * 2 ? r * beside + Math.sqrt(1 - r * r) * value : value;
      });
      const out = render(pieces(6, [4, 4], [0, 2], { law: 'matched' }), [one, second]);
      const steady = level(one, 0, 4);
      for (let at = 1.8; at < 4.2; at += 0.1) expect(Math.abs(level(out, at, at + 0.1) - steady)).toBeLessThan(0.5);
    },
  );

  it('the fades at that place make way for the crossing; elsewhere they stay', () => {
    const ones = new Float32Array(4 * RATE * 2).fill(0.5);
    const fade = { seconds: 1.5, bend: 0 };
    const show = pieces(6, [4, 4], [0, 2], { law: 'even' });
    const faded = { ...show, parts: show.parts.map((part): Part => ({ ...part, fadeUp: fade, fadeOut: fade })) };
    const out = render(faded, [ones, ones]);
    for (let at = 1.6; at < 4.4; at += 0.1) expect(out[framesOf(at) * 2]).toBeCloseTo(0.5, 6);
    for (const at of [0.75, 5.25]) expect(out[framesOf(at) * 2]).toBeCloseTo(0.25, 4);
  });

  it('a long crossing goes along the very curve of the law', () => {
    const ones = new Float32Array(4 * RATE * 2).fill(1);
    const show = pieces(7, [4, 4], [0, 3], { law: 'power', bendIn: 0.6, bendOut: -0.3 });
    const only = { ...show, parts: show.parts.map((part): Part => (part.id === 'piece-1' ? { ...part, gain: -60 } : part)) };
    const out = render(only, [ones.map(() => 0), ones]);
    const { into } = planShow(show).parts[1]!;
    for (let at = 0; at < into!.frames; at += 977) expect(out[(into!.start + at) * 2]).toBeCloseTo(crossGain(into!, 'in', at, 0), 5);
  });

  it('a piece that lies within another sounds with it and nothing crosses', () => {
    const ones = new Float32Array(4 * RATE * 2).fill(0.25);
    const short = new Float32Array(RATE * 2).fill(0.25);
    const out = render(pieces(4, [4, 1], [0, 1.5]), [ones, short]);
    expect(out[2 * RATE * 2]).toBeCloseTo(0.5, 6);
    expect(out[3 * RATE * 2]).toBeCloseTo(0.25, 6);
  });
});

it('renders the same samples however blocks are cut: overlaps, touching parts, folds, pins', () => {
  // Overlaps are long and short: long ones follow a curve of points.
  const sounds = [noise(RATE * 2, 3), noise(RATE * 2, 4), noise(RATE * 2, 9)];
  const moment = fc.double({ min: 0, max: 1.4, noNaN: true });
  const law = fc.constantFrom('power' as const, 'even' as const, 'matched' as const);
  const bend = fc.double({ min: -1, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      fc.tuple(moment, moment, moment),
      fc.record({ law, bendOut: bend, bendIn: bend, seconds: fc.double({ min: 0.001, max: 0.3, noNaN: true }) }),
      fc.double({ min: 0, max: 0.3, noNaN: true }),
      fc.array(fc.integer({ min: 1, max: 9000 }), { minLength: 1, maxLength: 6 }),
      fc.boolean(),
      (starts, cross, lead, blocks, touch) => {
        let show = pieces(2.3, [1, 1, 1], starts, cross);
        if (touch) show = placeAfter(show, { id: 'piece-2', gap: 0 });
        const fold = { lead, tail: 0.3 - lead };
        const spans = [0.1, 0.2, 0.2].map((from, index) => ({
          from: from + lead / 3,
          to: 0.6,
          join: 0.005,
          ...(index < 2 ? { fold } : {}),
        }));
        const pins = [
          { at: 0.05, gain: -9 },
          { at: 0.4, gain: 3 },
        ];
        show = { ...show, parts: show.parts.map((part, index) => (index === 2 ? { ...part, spans, pins } : part)) };
        expect(firstDifference(render(show, sounds, blocks), render(show, sounds))).toBe(-1);
      },
    ),
    { numRuns: runs(20) },
  );
});

describe('a cut', () => {
  const sine = (hertz: number, seconds: number, grain = 0) => {
    const out = noise(Math.round(seconds * RATE) * 2, 31);
    for (let i = 0; i < out.length; i += 2) {
      // With `grain`, as a 16-bit recording has it: rounded with triangular dither of one step.
      const dither = grain * (out[i]! + out[i + 1]!) * 0.5;
      const value = 0.5 * Math.sin((2 * Math.PI * hertz * (i / 2)) / RATE);
      out[i] = out[i + 1] = grain > 0 ? Math.round((value + dither) / grain) * grain : value;
    }
    return out;
  };

  it('that changes nothing is not heard: a part split anywhere sounds as it did', () => {
    const sound = noise(2 * RATE * 2, 8).map((value) => value * 0.5);
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1.9, noNaN: true }), fc.double({ min: 0, max: 0.5, noNaN: true }), (moment, at) => {
        const whole = showOf([2.5], 2, { at });
        const split = splitParts(whole, { ids: [['bed-1', 'half']], moment: moment + at });
        const [a, b] = [render(whole, [sound]), render(split, [sound])];
        let worst = 0;
        for (let i = 0; i < a.length; i += 1) worst = Math.max(worst, Math.abs(a[i]! - b[i]!));
        expect(worst).toBeLessThan(1e-6);
      }),
      { numRuns: runs(10) },
    );
  });

  it('in a sine, anywhere, joined anywhere, with 5 ms shows no click: high frequencies stay within 6 dB of the recording’s own floor', () => {
    const grain = 1 / 32_768;
    const sound = sine(440, 4, grain);
    /** Power of what is left above some 8 kHz: four differences in a row, over 5 ms. */
    const high = (out: Float32Array, frame: number) => {
      let sum = 0;
      for (let i = frame; i < frame + 240; i += 1) {
        const d = out[i * 2]! - 4 * out[i * 2 + 2]! + 6 * out[i * 2 + 4]! - 4 * out[i * 2 + 6]! + out[i * 2 + 8]!;
        sum += d * d;
      }
      return sum / 240;
    };
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 1.5, noNaN: true }), fc.double({ min: 0.1, max: 1.2, noNaN: true }), (from, length) => {
        const show = removeRange(showOf([2.5], 4), { ids: ['bed-1'], from, to: from + length, halves: ['h'], closeUp: true });
        const out = render(show, [sound]);
        const floor = high(out, framesOf(0.2));
        const seam = framesOf(from);
        let most = 0;
        for (let frame = seam - 480; frame < seam + 480; frame += 60) most = Math.max(most, high(out, frame));
        expect(10 * Math.log10(most / floor)).toBeLessThan(6);
      }),
      { numRuns: runs(20) },
    );
  });

  it('from silence to silence stays silent, whatever lies beyond it', () => {
    const sound = noise(4 * RATE * 2, 6);
    // Silent just before 1 s and just after 3 s; between them there is sound right up to the cut.
    sound.fill(0, Math.round(0.9 * RATE) * 2, RATE * 2);
    sound.fill(0, 3 * RATE * 2, Math.round(3.1 * RATE) * 2);
    const show = removeRange(showOf([2], 4), { ids: ['bed-1'], from: 1, to: 3, halves: ['h'], closeUp: true });
    const out = render(show, [sound]);
    expect(out.subarray(framesOf(0.9) * 2, framesOf(1.1) * 2).every((value) => value === 0)).toBe(true);
    expect(level(out, 1.1, 1.2)).toBeGreaterThan(-6);
  });
});
