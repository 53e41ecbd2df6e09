import fc from 'fast-check';
import { runs } from '../../tests/budget';
import { heardOf, narration, withNarrations } from '../../tests/heard';
import { renderPlan } from '../../tests/render';
import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { noise } from '../../tests/tones';
import { dipsOf, gonePinsOf, understood } from '../level';
import { layersOf, soundSeconds, type Media, type Part, type Show } from '../show';
import { levelRange, nameSound, setDips, setLayer, setLayerPins, setPlayed, splitParts, trimEdge } from '../show/edits';
import { pinLevel } from '../show/pins';
import { memorySource, type PcmSource } from '../sound';
import { thirdsOf } from '../speech';
import { RATE } from '../units';
import { lengthOf, planLayers, planLanes, planShow, stemsOf } from '.';

const SECONDS = 12;
const PIECE = mediaId(1000);
const IDS = [1, 2, 3].map((n) => mediaId(1000 + n));
const [TUNE, DRUMS, BASS] = IDS as [string, string, string];

/** A tune that lies where speech does, short strokes of noise above it, and a deep tone. */
const LAYERS: ReadonlyMap<string, Float32Array> = new Map(
  [
    (i: number) => 0.2 * (Math.sin(i * 0.065 + 2 * Math.sin(i * 0.13)) + Math.sin(i * 0.19)),
    (i: number, hiss: number) => (i % 24_000 < 2400 ? 0.3 * hiss * (1 - (i % 24_000) / 2400) : 0),
    (i: number) => 0.25 * Math.sin((2 * Math.PI * 70 * i) / RATE),
  ].map((voice, n) => {
    const hiss = noise(SECONDS * RATE, n + 5);
    const sound = new Float32Array(SECONDS * RATE * 2);
    for (let i = 0; i < SECONDS * RATE; i += 1) sound[i * 2] = sound[i * 2 + 1] = voice(i, hiss[i]!);
    return [IDS[n]!, sound];
  }),
);
const sum = new Float32Array(SECONDS * RATE * 2);
for (const layer of LAYERS.values()) for (let i = 0; i < sum.length; i += 1) sum[i]! += layer[i]!;
const sounds = new Map<string, PcmSource>([...LAYERS, [PIECE, sum] as const].map(([id, sound]) => [id, memorySource(sound, 2)]));

function layered(part: Partial<Part> = {}): Show {
  const piece: Media = { ...soundMedia(1000, SECONDS), layers: IDS.map((media, i) => ({ media, title: `${i}` })) };
  const media = IDS.map((_, i) => soundMedia(1001 + i, SECONDS));
  const show = showOf([10], SECONDS, part as never);
  return [...media, piece].reduce((one, each) => nameSound(one, { media: each }), show);
}
const partIn = (show: Show) => show.parts.find(({ id }) => id === 'bed-1')!;
const alone = (show: Show, media: string) => setLayer(show, { id: 'bed-1', media, change: { solo: true } });
const most = (sound: Float32Array) => sound.reduce((peak, one) => Math.max(peak, Math.abs(one)), 0);

describe('a piece in layers', () => {
  it('is the sum of its layers, however it is cut, sped, turned and pitched: every layer is cut at the same frames', () => {
    const cut = fc.tuple(fc.double({ min: 0, max: 5, noNaN: true }), fc.double({ min: 0.5, max: 5, noNaN: true }));
    const change = fc.constantFrom({}, { speed: 1.004 }, { speed: 1.3 }, { speed: 0.8, loose: true }, { pitch: 3 }, { backwards: true });
    fc.assert(
      fc.property(
        fc.array(cut, { minLength: 1, maxLength: 4 }),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        change,
        (cuts, join, how) => {
          const played = setPlayed(layered(), { ids: ['bed-1'], change: how });
          const end = soundSeconds(played, partIn(played));
          const spans = cuts.map(([from, length]) => ({ from, to: Math.min(end, from + length), join }));
          const show: Show = { ...played, parts: [{ ...partIn(played), spans } as Part] };
          const whole = renderPlan(planShow(show), sounds);
          expect(planShow(show).parts).toHaveLength(1);
          const apart = IDS.map((id) => planShow(alone(show, id)));
          const places = apart.map(({ parts: [part] }) => JSON.stringify(part!.spans.map((one) => [one.start, one.end, one.source])));
          expect(new Set(places).size).toBe(1);
          const rendered = apart.map((plan) => renderPlan(plan, sounds));
          for (let i = 0; i < whole.length; i += 1) whole[i]! -= rendered[0]![i]! + rendered[1]![i]! + rendered[2]![i]!;
          expect(most(whole)).toBeLessThan(2e-5);
        },
      ),
      {
        numRuns: runs(5),
        examples: [
          [
            [
              [0, 0.5],
              [0, 0.5],
            ],
            1e-5,
            {},
          ],
        ],
      },
    );
  });

  it('each layer has its level, is muted, soloed, and follows its pins', () => {
    const level = (show: Show, from: number) => most(renderPlan(planShow(show), sounds).subarray(from * RATE * 2, (from + 1) * RATE * 2));
    const bass = alone(layered(), BASS);
    const at = (gain: number) => setLayer(bass, { id: 'bed-1', media: BASS, change: { gain } });
    expect(level(at(-6), 2) / level(bass, 2)).toBeCloseTo(10 ** (-6 / 20), 3);
    expect(level(at(-60), 2)).toBe(0);
    expect(level(setLayer(bass, { id: 'bed-1', media: BASS, change: { mute: true } }), 2)).toBe(0);
    const pins = [
      { at: 4, gain: 0 },
      { at: 5, gain: -20 },
    ];
    const pinned = setLayerPins(bass, { id: 'bed-1', media: BASS, pins });
    expect(level(pinned, 2) / level(bass, 2)).toBeCloseTo(1, 5);
    expect(level(pinned, 6) / level(bass, 6)).toBeCloseTo(0.1, 3);
    // What is as it was by itself is not kept.
    const bare = setLayerPins(setLayer(pinned, { id: 'bed-1', media: BASS, change: { solo: false } }), {
      id: 'bed-1',
      media: BASS,
      pins: [],
    });
    expect(partIn(bare).layers).toBeUndefined();
  });

  it('pins of layers stay with their sound when it is split, trimmed and levelled', () => {
    const pins = [0, 1, 4, 6, 9].map((at, i) => ({ at, gain: -3 * i }));
    const show = setLayerPins(layered(), { id: 'bed-1', media: TUNE, pins });
    const levelAt = (part: Part, source: number) => pinLevel(part.layers?.[0]?.pins ?? [], source - part.spans[0]!.from);
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 9, noNaN: true }), fc.double({ min: 0, max: 4, noNaN: true }), (moment, start) => {
        const split = splitParts(show, { ids: [['bed-1', 'half']], moment });
        const trimmed = trimEdge(split, { id: 'bed-1', edge: 'start', moment: Math.min(start, moment - 0.3) });
        const lowered = levelRange(trimmed, { ids: ['half'], from: moment, to: moment + 1, by: -3, slopes: { into: 0.1, out: 0.1 } });
        for (const part of lowered.parts) {
          for (const at of [0.1, 0.5, 0.9]) {
            const source = part.spans[0]!.from + at * (part.spans[0]!.to - part.spans[0]!.from);
            expect(levelAt(part, source)).toBeCloseTo(pinLevel(pins, source), 6);
          }
        }
      }),
      { numRuns: runs(12) },
    );
  });

  it('sounds that lie beside one another become one of the length of all', () => {
    const those = [
      { media: soundMedia(1001, SECONDS), at: 0 },
      { media: soundMedia(1003, SECONDS), at: RATE },
    ];
    const out = renderPlan(planLayers(those), sounds);
    expect(out).toHaveLength(lengthOf(those) * 2);
    expect(lengthOf(those)).toBe((SECONDS + 1) * RATE);
    let worst = 0;
    for (let i = 0; i < SECONDS * RATE; i += 1) {
      const [tune, bass] = [LAYERS.get(TUNE)![i * 2]!, i < RATE ? 0 : LAYERS.get(BASS)![(i - RATE) * 2]!];
      worst = Math.max(worst, Math.abs(out[i * 2]! - tune - bass));
    }
    expect(worst).toBeLessThan(1e-6);
  });
});

describe('thinning out', () => {
  const VOICE = mediaId(3001);
  /** What a voice is like, for listening's sake: pulses with the resonances of a mouth, in words. */
  const spoken = Float32Array.from({ length: 6 * RATE }, (_, i) => {
    const [t, word] = [i / RATE, Math.sin((Math.PI * (i % 12_000)) / 12_000)];
    const pitch = 130 + 20 * Math.sin(2 * t);
    let tone = 0;
    for (let k = 1; k < 30; k += 1) tone += Math.sin(2 * Math.PI * pitch * k * t) / (1 + ((k * pitch - 600) / 500) ** 2);
    return 0.08 * word * tone;
  });
  const all = new Map([...sounds, [VOICE, memorySource(spoken, 1)] as const]);
  const known = heardOf(all);
  const heard = new Map([...known, [VOICE, { ...known.get(VOICE)!, speech: [{ from: 0.5, to: 5.5 }] }] as const]);
  const show = (share: number) =>
    setDips(withNarrations(layered(), narration(3001, 6, 3)), { change: { depth: { by: 'thin', share }, lead: 0 } });
  const gone = (one: Show) => IDS.filter((id) => gonePinsOf(dipsOf(one, heard), partIn(one), id).length > 0);

  it('takes the layer first that masks the voice most, and only as many as it takes; the last one only goes down', () => {
    expect(gone(show(0.4))).toEqual([]);
    expect(gone(show(0.75))).toEqual([TUNE]);
    expect(dipsOf(show(0.75), heard).bed.every(({ gain }) => gain === 0)).toBe(true);
    expect(gone(show(0.98))).toEqual([TUNE, DRUMS]);
  });

  it('holds what was asked for, in the sound as it is mixed', () => {
    for (const share of [0.6, 0.75, 0.85]) {
      const { voice, rest } = stemsOf(show(share), heard);
      const [said, bed] = [voice, rest].map((plan) => thirdsOf(renderPlan(plan, all).subarray(4 * RATE * 2, 8 * RATE * 2), 2));
      expect(understood(said!, bed!)).toBeGreaterThan(share - 0.02);
    }
  });

  it('levels of each layer in the exported lane: the tune is gone under the voice, the others play on as before', () => {
    const one = show(0.75);
    const lane = renderPlan(planLanes(one, ['bed'], heard), all);
    let worst = 0;
    for (let i = 4 * RATE; i < 8 * RATE; i += 1) {
      worst = Math.max(worst, Math.abs(lane[i * 2]! - LAYERS.get(DRUMS)![i * 2]! - LAYERS.get(BASS)![i * 2]!));
    }
    expect(worst).toBeLessThan(1e-5);
    // And it is back after its slope: 8.5 s + 1.5 s.
    const before = renderPlan(planShow(layered()), sounds);
    expect(Math.abs(lane[2 * RATE]! - before[2 * RATE]!)).toBeLessThan(1e-6);
    expect(Math.abs(lane[(10 * RATE - 10) * 2]! - before[(10 * RATE - 10) * 2]!)).toBeLessThan(0.01);
  });

  it('a layer that is told to goes in every kind of dip, one that is told to stay is never taken', () => {
    const told = (one: Show, media: string, under: 'goes' | 'stays') => setLayer(one, { id: 'bed-1', media, change: { under } });
    expect(gone(told(show(0.75), TUNE, 'stays'))).not.toContain(TUNE);
    expect(dipsOf(told(show(0.75), TUNE, 'stays'), heard).bed.some(({ gain }) => gain < 0)).toBe(true);
    const fixed = setDips(told(show(0.75), DRUMS, 'goes'), { change: { depth: { by: 'fixed', gain: 0 } } });
    expect(gone(fixed)).toEqual([DRUMS]);
    expect(layersOf(fixed, partIn(fixed))).toHaveLength(3);
  });
});
