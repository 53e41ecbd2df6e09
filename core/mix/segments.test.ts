import fc from 'fast-check';
import { runs } from '../../tests/budget';
import { narration, profile, withNarrations } from '../../tests/heard';
import { renderShow } from '../../tests/render';
import { mediaId, showOf } from '../../tests/shows';
import { noise } from '../../tests/tones';
import type { Heard } from '../level';
import { FIRST_LANES, type Show } from '../show';
import { movePart, rideLane, setDips, setFade, setLane, setMaster, setPartGain, setPins, setTreatments, trimEdge } from '../show/edits';
import { LoudnessMeter, memorySource, type Loudness, type PcmSource } from '../sound';
import { RATE } from '../units';
import { loudAsked, measuringLoudness, measuringOver, overAsked, partsFor, planShow, stemsOf, type Clearness } from '.';

const SECONDS = 64;
const quiet = (samples: Float32Array, gain: number) => samples.map((value) => value * gain);
const sources = new Map<string, PcmSource>([
  [mediaId(1000), memorySource(quiet(noise(SECONDS * RATE * 2, 5), 0.2), 2)],
  ...[3001, 3002, 3003].map((number): [string, PcmSource] => [
    mediaId(number),
    memorySource(
      noise(5 * RATE, number).map((value, i) => value * 0.3 * (1 + Math.sin(i / 4000))),
      1,
    ),
  ]),
]);
const heard: Heard = new Map([3001, 3002, 3003].map((number) => [mediaId(number), profile(5, [[0.2, 4.6]])]));
const base = withNarrations(
  showOf([30, SECONDS - 30], SECONDS),
  ...[3001, 3002, 3003].map((number, i) => narration(number, 5, 4 + i * 21)),
);

const finished = <T>(work: Generator<number, T>): T => {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
};

/** Remembers, and counts what it did not know. */
class Memory extends Map<string, Float32Array> {
  fresh = 0;

  override set(text: string, numbers: Float32Array): this {
    this.fresh += 1;
    return super.set(text, numbers);
  }
}

/** As the worker asks: the mixer gets only what sounds in what is not known. */
function loudness(show: Show, memory: Memory): Loudness {
  const plan = planShow(show, heard);
  const asked = loudAsked(plan);
  const missing = asked.filter(({ text }) => !memory.has(text));
  memory.fresh = 0;
  return finished(measuringLoudness({ ...plan, parts: partsFor(plan, missing) }, asked, sources, memory));
}

function clearness(show: Show, memory: Memory): Clearness {
  const stems = stemsOf(show, heard);
  const asked = overAsked(stems);
  const missing = asked.filter(({ text }) => !memory.has(text));
  const narrow = (plan: typeof stems.voice) => ({ ...plan, parts: partsFor(plan, missing) });
  memory.fresh = 0;
  return finished(measuringOver({ ...stems, voice: narrow(stems.voice), rest: narrow(stems.rest) }, asked, sources, memory));
}

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const who = fc.constantFrom('say-3001', 'say-3002', 'say-3003');
/** Edits of every kind that what is heard follows from. */
const edit: fc.Arbitrary<(show: Show) => Show> = fc.oneof(
  fc.tuple(who, between(0, 58)).map(
    ([id, at]) =>
      (show: Show) =>
        movePart(show, { id, at }),
  ),
  fc.tuple(who, between(-20, 6)).map(
    ([id, gain]) =>
      (show: Show) =>
        setPartGain(show, { ids: [id], gain }),
  ),
  between(0, 60).map((moment) => (show: Show) => trimEdge(show, { id: 'bed-1', edge: 'end', moment: Math.max(moment, 30) })),
  between(0, 20).map((seconds) => (show: Show) => setFade(show, { id: 'bed-1', side: 'fadeOut', fade: { seconds, bend: 0.3 } })),
  fc.tuple(between(0, 60), between(-20, 6)).map(
    ([at, gain]) =>
      (show: Show) =>
        setPins(show, { id: 'bed-1', pins: [at, at + 2].map((one) => ({ at: one, gain: one === at ? 0 : gain })) }),
  ),
  between(-20, 0).map((gain) => (show: Show) => setDips(show, { change: { depth: { by: 'fixed', gain } } })),
  fc.tuple(between(-20, 6), fc.constantFrom(null, -1, -6)).map(
    ([gain, ceiling]) =>
      (show: Show) =>
        setMaster(show, { gain, ceiling }),
  ),
  fc.tuple(between(-1, 1), between(-20, 6)).map(
    ([pan, gain]) =>
      (show: Show) =>
        setLane(show, { id: FIRST_LANES.bed.id, change: { pan, gain } }),
  ),
  fc.tuple(between(0, 60), between(-20, 6)).map(
    ([at, gain]) =>
      (show: Show) =>
        rideLane(show, { id: FIRST_LANES.voice.id, trail: [at, at + 3].map((one, i) => ({ at: one, gain: i * gain })) }),
  ),
  between(40, 400).map(
    (frequency) => (show: Show) =>
      setTreatments(show, { of: { lane: FIRST_LANES.bed.id }, chain: [{ kind: 'lowCut', on: true, frequency }] }),
  ),
);

it('what is measured with what was known is what is measured anew, whatever was edited', () => {
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 4 }), (edits) => {
      const [loud, over] = [new Memory(), new Memory()];
      let show = base;
      loudness(show, loud);
      clearness(show, over);
      for (const one of edits) {
        show = one(show);
        expect(loudness(show, loud)).toEqual(loudness(show, new Memory()));
        expect(clearness(show, over)).toEqual(clearness(show, new Memory()));
      }
    }),
    { numRuns: runs(3) },
  );
});

it('is what a meter reads that hears the whole show at once', () => {
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 4 }), (edits) => {
      const show = edits.reduce((before, one) => one(before), base);
      const meter = new LoudnessMeter(2);
      const sound = renderShow(show, sources, [65_536], heard);
      meter.push(sound, sound.length / 2);
      const [whole, parts] = [meter.finish(), loudness(show, new Memory())];
      for (const key of ['integrated', 'momentaryMax', 'shortTermMax', 'range', 'truePeak'] as const)
        expect(parts[key]).toBeCloseTo(whole[key]!, 3);
      expect(parts.momentary).toHaveLength(whole.momentary.length);
      const audible = (value: number) => Math.max(-90, value);
      parts.momentary.forEach((value, i) => expect(Math.abs(audible(value) - audible(whole.momentary[i]!))).toBeLessThan(1e-3));
    }),
    { numRuns: runs(3) },
  );
});

it('what an edit did not touch is not measured again; a level of the whole touches nothing', () => {
  const [loud, over] = [new Memory(), new Memory()];
  const before = loudness(base, loud);
  clearness(base, over);
  expect([loud.fresh, over.fresh]).toEqual([4, 3]);
  const moved = movePart(base, { id: 'say-3003', at: 47 });
  loudness(moved, loud);
  clearness(moved, over);
  expect([loud.fresh, over.fresh]).toEqual([1, 1]);
  const softer = loudness(setMaster(moved, { gain: -6, ceiling: null }), loud);
  expect(loud.fresh).toBe(0);
  expect(softer.truePeak! - before.truePeak!).toBeCloseTo(-6, 1);
});
