import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { noise } from '../../tests/tones';
import { BED_LANE, FIRST_LANES, VOICE_LANE, newTreatment, type Show } from '../show';
import { movePart, newPart, setDips, setLane, setMaster, setMasterGain, setTreatments } from '../show/edits';
import { memorySource, type PcmSource } from '../sound';
import { RATE } from '../units';
import { Mixer, onlyLevels, partsFor, planAlone, planShow } from '.';
import { recalled, segmentText, segmentsOf } from './segments';

const SECONDS = 60;
const bed = showOf([30, 30], SECONDS);

it('other levels of lanes and of the whole are only that; anything else is another plan', () => {
  expect(onlyLevels(bed, setLane(bed, { id: BED_LANE, change: { gain: -6, pan: 0.5 } }))).toBe(true);
  expect(onlyLevels(bed, setMasterGain(bed, { gain: -3 }))).toBe(true);
  const others: Show[] = [
    setMaster(bed, { gain: 0, ceiling: -1 }),
    movePart(bed, { id: 'bed-1', at: 1 }),
    setDips(bed, { change: { lead: 0.1 } }),
    { ...bed, pictures: [...bed.pictures] },
    { ...bed, media: { ...bed.media } },
    { ...bed, lanes: bed.lanes.slice(1) },
    { ...bed, lanes: bed.lanes.toReversed() },
    setLane(bed, { id: BED_LANE, change: { mute: true } }),
    setLane(bed, { id: BED_LANE, change: { solo: true } }),
    { ...bed, lanes: bed.lanes.map((lane) => ({ ...lane, room: { when: 'never' } as const })) },
    setTreatments(bed, { of: { lane: BED_LANE }, chain: [newTreatment('tone')] }),
  ];
  expect(others.map((one) => onlyLevels(bed, one))).toEqual(others.map(() => false));
});

it('a part alone begins at its own beginning, goes through nothing of its lane, and ends with the show if that ends sooner', () => {
  const treated = setTreatments(setLane(bed, { id: BED_LANE, change: { gain: -20, pan: 1 } }), {
    of: { lane: BED_LANE },
    chain: [newTreatment('tone')],
  });
  const of = (at: number, seconds: number) => {
    const part = { ...treated.parts[0]!, at, spans: [{ from: 0, to: seconds, join: 0 }] };
    const { frames, parts, lanes, ...rest } = planAlone(treated, part);
    expect(lanes).toEqual([{ id: BED_LANE, chain: [], level: { gain: 1, ride: [] }, pan: 0 }]);
    expect(rest).toEqual({ master: 1, closing: 0, ceiling: null });
    expect(parts[0]!.start).toBe(0);
    return frames / RATE;
  };
  expect([of(20, 10), of(55, 10), of(70, 10), of(60, 10)]).toEqual([10, 5, 10, 10]);
});

/** Two plain beds of two lanes: one sounds for the first 10 s, the other one for the last 10. */
function twoLanes(lane: string): Show {
  const media = soundMedia(1001, 10);
  const first = { ...bed.parts[0]!, spans: [{ from: 0, to: 10, join: 0 }] };
  return {
    ...bed,
    media: { ...bed.media, [media.id]: media },
    lanes: bed.lanes.map((one) => (one.id === VOICE_LANE ? { ...one, pan: 1 } : one)),
    parts: [first, { ...newPart('late', FIRST_LANES.bed, media), lane, at: 50 }],
  };
}

it('what a segment sounds like follows from its lanes, each with its own parts', () => {
  const [first, , last] = segmentsOf(SECONDS * RATE) as [never, never, never];
  const texts = (show: Show) => [first, last].map((segment) => segmentText(planShow(show), segment));
  const [here, there] = [texts(twoLanes(BED_LANE)), texts(twoLanes(VOICE_LANE))];
  expect([here[0] === there[0], here[1] === there[1]]).toEqual([true, false]);
});

it('parts that sound near a segment are needed for it, and all of a lane whose treatments remember', () => {
  const show = twoLanes(BED_LANE);
  const [first, middle, last] = segmentsOf(SECONDS * RATE);
  const names = (of: Show, ...segments: ReturnType<typeof segmentsOf>) => partsFor(planShow(of), segments).map(({ id }) => id);
  expect([names(show, first!), names(show, middle!), names(show, last!)]).toEqual([['bed-1'], [], ['late']]);
  const treated = setTreatments(show, { of: { lane: BED_LANE }, chain: [newTreatment('echo')] });
  expect(names(treated, middle!)).toEqual(['bed-1', 'late']);
});

it('what is not known of segments is measured and remembered, and the share that is done goes up to all of it', () => {
  const known = new Map([['b', Float32Array.of(2)]]);
  const asked = segmentsOf(SECONDS * RATE).map((one, i) => ({ ...one, text: 'abc'[i]! }));
  const shares: number[] = [];
  const measured: number[] = [];
  const work = recalled(asked, known, function* ({ from, to }) {
    measured.push(from / RATE);
    // Half a second before it and a tenth after it are mixed with it.
    for (let i = 0; i < 2; i += 1) yield (to - from + 0.6 * RATE) / 2;
    return Float32Array.of(from / RATE);
  });
  let step = work.next();
  for (; !step.done; step = work.next()) shares.push(Number(step.value.toFixed(6)));
  expect([measured, shares]).toEqual([
    [0, 40],
    [0.25, 0.5, 0.75, 1],
  ]);
  expect(step.value.map(([value]) => value)).toEqual([0, 2, 40]);
  expect([...known.keys()]).toEqual(['b', 'a', 'c']);
});

it('a treated lane is the same however it is cut into blocks; what is no number is silent, and counted once', () => {
  const samples = noise(RATE * 2, 3).map((value) => value * 0.2);
  const sources = (of: Float32Array) => new Map<string, PcmSource>([[mediaId(1000), memorySource(of, 2)]]);
  const treated = setTreatments(showOf([1], 1), { of: { lane: BED_LANE }, chain: [newTreatment('tone')] });
  const [whole, blocks] = [new Float32Array(RATE * 2), new Float32Array(RATE * 2)];
  new Mixer(planShow(treated), sources(samples)).render(0, RATE, whole);
  const mixer = new Mixer(planShow(treated), sources(samples));
  for (let first = 0; first < RATE; first += 6000) mixer.render(first, 6000, blocks.subarray(first * 2, (first + 6000) * 2));
  expect(blocks.every((value, i) => Math.abs(value - whole[i]!) < 1e-6)).toBe(true);
  const broken = samples.slice();
  broken[1240] = NaN;
  const counting = new Mixer(planShow(showOf([1], 1)), sources(broken));
  const counts = [
    [0, 500],
    [200, 460],
    [200, 460],
    [0, 660],
  ].map(([first, count]) => {
    counting.render(first!, count!, whole);
    return counting.unsound;
  });
  expect(counts).toEqual([0, 1, 1, 1]);
});
