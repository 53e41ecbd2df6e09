import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SPEAKERS, hum, pink, said, spoken, under } from '../../tests/speakers';
import { octaves, siSdr } from '../../tests/quality';
import { noise, tones } from '../../tests/tones';
import { newTreatment, type Treatment } from '../show';
import { LoudnessMeter, memorySource } from '../sound';
import { profileOf } from '../speech';
import { RATE, framesOf } from '../units';
import { cooked, findOut, processorOf, roomAnswer, steadied, toneFilters } from '.';

/** A sound through one treatment, as long as it was. */
function through(sound: Float32Array, treatment: Treatment, channels: 1 | 2 = 1): Float32Array {
  const out = new Float32Array(sound.length);
  cooked(memorySource(sound, channels), { speed: 1, treatments: [treatment] }).read(0, sound.length / channels, out);
  return out;
}

/** What ffmpeg makes of a mono sound. */
function byFfmpeg(sound: Float32Array, filter: string): Float32Array {
  const folder = mkdtempSync(join(tmpdir(), 'rainbed-treat-'));
  try {
    const path = join(folder, 'in.f32');
    writeFileSync(path, sound);
    const raw = ['-f', 'f32le', '-ar', `${RATE}`, '-ac', '1'];
    const { status, stderr } = spawnSync('ffmpeg', [
      '-nostdin',
      '-v',
      'error',
      ...raw,
      '-i',
      path,
      '-af',
      filter,
      ...raw,
      join(folder, 'out.f32'),
    ]);
    expect([status, String(stderr)]).toEqual([0, '']);
    return new Float32Array(new Uint8Array(readFileSync(join(folder, 'out.f32'))).buffer);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

const power = (sound: Float32Array) => sound.reduce((sum, value) => sum + value * value, 0);

describe('tone', () => {
  /** |H(f)| of a filter, from its coefficients. */
  const responseOf = ({ b0, b1, b2, a1, a2 }: ReturnType<typeof toneFilters>[number], hertz: number): number => {
    const w = (2 * Math.PI * hertz) / RATE;
    const [re, im] = [
      (x: number, y: number, z: number) => x + y * Math.cos(w) + z * Math.cos(2 * w),
      (y: number, z: number) => -y * Math.sin(w) - z * Math.sin(2 * w),
    ];
    return 10 * Math.log10((re(b0, b1, b2) ** 2 + im(b1, b2) ** 2) / (re(1, a1, a2) ** 2 + im(a1, a2) ** 2));
  };

  it('has the response of the analog prototypes of the Audio EQ Cookbook (Bristow-Johnson), through the bilinear transform', () => {
    const tan = (hertz: number) => Math.tan((Math.PI * hertz) / RATE);
    for (const gain of [-12, -3, 6, 12]) {
      const a = 10 ** (gain / 40);
      const [low, presence, high] = toneFilters({ low: gain, presence: gain, high: gain }) as [never, never, never];
      for (const hertz of [40, 150, 400, 1000, 3000, 7000, 15_000]) {
        // H(s) = A (s² + √A/Q s + A) / (A s² + √A/Q s + 1), with 1/Q = √2 at a slope of 1; s = i tan / tan₀.
        const shelved = (s: number) => {
          const slope = Math.sqrt(a) * Math.SQRT2 * s;
          return 20 * Math.log10(a) + 10 * Math.log10(((a - s * s) ** 2 + slope ** 2) / ((1 - a * s * s) ** 2 + slope ** 2));
        };
        expect(responseOf(low, hertz)).toBeCloseTo(shelved(tan(hertz) / tan(150)), 3);
        expect(responseOf(high, hertz)).toBeCloseTo(shelved(tan(7000) / tan(hertz)), 3);
        // H(s) = (s² + s A/Q + 1) / (s² + s / (A Q) + 1).
        const s = tan(hertz) / tan(3000);
        const bell = 10 * Math.log10(((1 - s * s) ** 2 + ((s * a) / 0.8) ** 2) / ((1 - s * s) ** 2 + (s / a / 0.8) ** 2));
        expect(responseOf(presence, hertz)).toBeCloseTo(bell, 3);
      }
    }
  });

  it('does what ffmpeg’s equalizer does', () => {
    const sound = noise(RATE, 5).map((value) => value * 0.2);
    const theirs = byFfmpeg(sound, 'equalizer=f=3000:t=q:w=0.8:g=6:precision=f64');
    const ours = through(sound, { kind: 'tone', on: true, low: 0, presence: 6, high: 0 });
    expect(Math.max(...ours.map((value, i) => Math.abs(value - theirs[i]!)))).toBeLessThan(2e-6);
  });
});

describe('steady', () => {
  it('has the static curve that is set, within 0.2 dB, at every frequency of a voice', () => {
    for (const set of [newTreatment('steady'), { ...newTreatment('steady'), ratio: 10, above: -20, lift: 0 }]) {
      for (const hertz of [90, 250, 1000, 5000]) {
        for (const level of [-60, -40, -32, -25, -18, -10, -3, 0]) {
          const out = through(tones([[level, 2]], hertz), set, 2);
          const half = out.subarray(RATE, RATE * 3);
          const measured = 10 * Math.log10((2 * power(half)) / half.length);
          expect(Math.abs(measured - (level + steadied(level, set) + set.lift))).toBeLessThan(0.2);
        }
      }
    }
  });

  it('is down before something loud arrives, and up again in the time that is set', () => {
    const set = { ...newTreatment('steady'), release: 0.2, lift: 0 };
    const out = through(
      tones(
        [
          [-50, 1],
          [-6, 1],
          [-50, 2],
        ],
        500,
      ),
      set,
      2,
    );
    const loudest = (from: number, to: number) =>
      20 * Math.log10(Math.max(...out.subarray(framesOf(from) * 2, framesOf(to) * 2).map(Math.abs)));
    // Of 26 dB that it is too loud, three quarters are gone already at the first period: no peak gets through.
    expect(loudest(1, 1.1)).toBeLessThan(-6 + steadied(-6, set) + 1.5);
    const fall = -steadied(-6, set);
    expect(loudest(2.1, 2.11)).toBeLessThan(-50 - fall + 8);
    expect(loudest(2.1 + (0.2 * fall) / 10, 2.2 + (0.2 * fall) / 10)).toBeGreaterThan(-50.6);
  });

  it('brings a narration whose sentences differ by 12 dB to a loudness range of at most 4 LU (EBU Tech 3342)', () => {
    for (const speaker of [SPEAKERS[0]!, SPEAKERS[4]!]) {
      const pieces = Array.from({ length: 12 }, (_, i) =>
        said(speaker, 'Every spring the yard floods, right here by the bike shed.').map((value) => value * (i % 2 ? 0.1 : 0.4)),
      );
      const sound = new Float32Array(pieces.reduce((sum, one) => sum + one.length, 0));
      pieces.reduce((at, one) => (sound.set(one, at), at + one.length), 0);
      const range = (of: Float32Array) => {
        const meter = new LoudnessMeter(1);
        meter.push(of, of.length);
        return meter.finish().range!;
      };
      expect(range(sound)).toBeGreaterThan(7);
      expect(range(through(sound, newTreatment('steady')))).toBeLessThanOrEqual(4);
    }
  });
});

it('echo: each repeat comes when it is told to, as loud as it is told to, and no more of them than that', () => {
  const click = new Float32Array(RATE * 2);
  click[100] = 1;
  const out = new Float32Array(RATE * 3);
  cooked(memorySource(click, 1), { speed: 1, treatments: [{ kind: 'echo', on: true, amount: 0.5, seconds: 0.4, times: 3 }] }).read(
    0,
    RATE * 3,
    out,
  );
  const heard = [...out].flatMap((value, at) => (value === 0 ? [] : [[at - 100, value]]));
  expect(heard).toEqual([0, 1, 2, 3].map((k) => [k * 19_200, 0.5 ** k]));
});

describe('room', () => {
  it('dies away in the time that is set, within 10 %: backward integration (Schroeder, JASA 37, 1965), −5 to −35 dB', () => {
    for (const size of ['small', 'middle', 'large'] as const) {
      for (const seconds of [0.3, 1.1, 3]) {
        const room = newTreatment('room');
        const click = new Float32Array(RATE);
        click[0] = 1;
        const whole = new Float32Array(RATE * 6);
        cooked(memorySource(click, 1), { speed: 1, treatments: [{ ...room, size, seconds, amount: 1 }] }).read(0, whole.length, whole);
        const left = new Float64Array(whole.length + 1);
        for (let i = whole.length - 1; i > 0; i -= 1) left[i] = left[i + 1]! + whole[i]! ** 2;
        const level = (i: number) => 10 * Math.log10(left[i]! / left[1]!);
        const from = left.findIndex((_, i) => i > 0 && level(i) <= -5);
        const to = left.findIndex((_, i) => i > 0 && level(i) <= -35);
        expect(((to - from) / RATE) * 2).toBeGreaterThan(seconds * 0.9);
        expect(((to - from) / RATE) * 2).toBeLessThan(seconds * 1.1);
      }
    }
  });

  it('adds a room of its own energy to the sound, and rings on behind it', () => {
    const answer = roomAnswer({ size: 'large', seconds: 1.5 }, 0);
    expect(power(answer)).toBeCloseTo(1, 5);
    const source = memorySource(noise(RATE, 2), 1);
    const room = cooked(source, { speed: 1, treatments: [{ ...newTreatment('room'), amount: 0.5 }] });
    expect(room.frames).toBeGreaterThan(source.frames + RATE);
    const out = new Float32Array(RATE / 10);
    room.read(RATE + 100, out.length, out);
    expect(power(out) / out.length).toBeGreaterThan(1e-3);
  });
});

describe('less hiss', () => {
  /** Speech with pink noise and hum, together 10 dB below it. */
  const noisy = SPEAKERS.slice(0, 3).map((speaker) => {
    const clean = spoken(speaker, [1.2, 0.5, 0.8, 0.4, 0.7, 0.5], 0.5);
    const length = clean.sound.length;
    const mains = hum(length);
    const level = Math.sqrt(power(mains) / length);
    const noises = pink(length).map((value, i) => value + mains[i]! / level);
    return { clean, mixed: under(clean, noises, 10) };
  });
  const treatment = newTreatment('hiss');

  it('makes speech at 10 dB over pink noise and hum cleaner by at least 6 dB (SI-SDR; Le Roux et al., 2019), found by itself or shown', () => {
    for (const { clean, mixed } of noisy) {
      const before = siSdr(clean.sound, mixed.sound);
      expect(siSdr(clean.sound, through(mixed.sound, treatment)) - before).toBeGreaterThan(6);
      const shown: Treatment = { ...treatment, learn: { from: 0.1, to: 1.1 } };
      expect(siSdr(clean.sound, through(mixed.sound, shown)) - before).toBeGreaterThan(6);
    }
  });

  it('learns where it was shown, however the recording is played: the moment is one of the recording', () => {
    const { mixed } = noisy[0]!;
    const source = memorySource(mixed.sound, 1);
    const shown: Treatment = { ...treatment, learn: { from: 0.1, to: 1.1 } };
    const level = (change: object) => {
      const { noises } = findOut(source, { speed: 1, treatments: [shown], ...change });
      return 10 * Math.log10(noises![0]!.reduce((sum, one) => sum + one, 0));
    };
    for (const change of [{ backwards: true }, { speed: 2 }, { speed: 0.5, backwards: true }]) {
      expect(Math.abs(level(change) - level({}))).toBeLessThan(1.5);
    }
  });

  it('leaves speech where it was found, and what is taken is the rest', () => {
    const { mixed, clean } = noisy[0]!;
    const source = through(mixed.sound, treatment);
    const found = (sound: Float32Array) => profileOf(memorySource(sound, 1)).speech;
    const total = (list: readonly { from: number; to: number }[]) => list.reduce((sum, { from, to }) => sum + to - from, 0);
    expect(Math.abs(total(found(source)) - total(found(clean.sound)))).toBeLessThan(0.6);
    const taken = through(mixed.sound, { ...treatment, taken: true });
    expect(taken.every((value, i) => Math.abs(value + source[i]! - mixed.sound[i]!) < 1e-5)).toBe(true);
  });
});

it('less hiss changes music without noise by less than 1 dB in any octave', () => {
  // Chords that change, with a beat: quiet moments of music, which are no noise.
  const sound = new Float32Array(RATE * 24);
  for (let i = 0; i < sound.length; i += 1) {
    const beat = Math.floor(i / 24_000);
    const within = (i % 24_000) / 24_000;
    for (let k = 0; k < 6; k += 1)
      sound[i]! +=
        0.1 *
        Math.exp(-within * (1 + k)) *
        Math.sin((2 * Math.PI * (110 * (k + 1) * [1, 1.335, 1.498, 1.122][Math.floor(beat / 4) % 4]!) * i) / RATE);
  }
  const drums = noise(sound.length, 3);
  for (let i = 0; i < sound.length; i += 1) sound[i]! += 0.2 * drums[i]! * Math.exp(-((i % 12_000) / 900));
  const [before, after] = [octaves(sound, RATE), octaves(through(sound, newTreatment('hiss')), RATE)];
  before.forEach((level, band) => expect(Math.abs(level - after[band]!)).toBeLessThan(1));
});

it('a processor is made for its sound: what it does to one channel of two is what it does to it alone', () => {
  const sound = noise(20_000, 6);
  const both = new Float32Array(40_000);
  for (let i = 0; i < sound.length; i += 1) both[i * 2] = sound[i]!;
  for (const kind of ['lowCut', 'tone', 'echo'] as const) {
    const [alone, pair] = [sound.slice(), both.slice()];
    processorOf(newTreatment(kind), 1).process(alone, alone, 20_000);
    processorOf(newTreatment(kind), 2).process(pair, pair, 20_000);
    expect(alone.every((value, i) => value === pair[i * 2])).toBe(true);
    expect(pair.every((value, i) => i % 2 === 0 || value === 0)).toBe(true);
  }
});
