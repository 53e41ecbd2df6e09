import fc from 'fast-check';
import { renderPlan } from '../../tests/render';
import { mediaId, showOf, soundMedia, withClip } from '../../tests/shows';
import { narration, profile, withNarrations } from '../../tests/heard';
import { noise } from '../../tests/tones';
import { HeardCross, dipPinsOf, dipsOf, fillLevel, joinsBetween, partEnvelope, type Heard, type PlannedJoin } from '../level';
import { FIRST_LANES, isHeard, ownParts, pinLevel, showSeconds, type BedPart, type Part, type Show } from '../show';
import { newPart, setDips } from '../show/edits';
import { alikeness, memorySource, type PcmSource } from '../sound';
import { RATE, framesOf, gainOfLevel } from '../units';
import { planShow } from '.';

// The mixer against itself written down without any of its shortcuts, frame by frame.

const sound = (seed: number, seconds: number, channels: 1 | 2) =>
  memorySource(
    noise(Math.round(seconds * RATE) * channels, seed).map((one) => one * 0.4),
    channels,
  );
const sources = new Map<string, PcmSource>([
  [mediaId(1000), sound(1, 1, 2)],
  [mediaId(1001), sound(2, 1, 2)],
  [mediaId(3001), sound(3, 0.3, 1)],
  [mediaId(2000), sound(4, 2, 2)],
]);
const heard: Heard = new Map([[mediaId(3001), profile(0.3, [[0.05, 0.2]])]]);

/** A frame of a source, left and right; a mono one stands in the middle. Beyond its ends there is nothing. */
function frameOf(source: PcmSource, frame: number): [number, number] {
  const one = new Float32Array(source.channels);
  source.read(frame, 1, one);
  return source.channels === 2 ? [one[0]!, one[1]!] : [one[0]! * Math.SQRT1_2, one[0]! * Math.SQRT1_2];
}

/** What the sides of a join are like: nothing here is silent. */
const alikeIn = ({ law, left, right, compared: { from, frames } }: PlannedJoin): number =>
  law !== 'matched' || frames <= 0
    ? 0
    : alikeness(
        { source: sources.get(left.media)!, at: left.source + from },
        { source: sources.get(right.media)!, at: right.source + from },
        frames,
      );

/** Where the spans of a part begin and end, frames of the show. */
function cutsOf(part: Part): number[] {
  let at = part.at;
  return [framesOf(at), ...part.spans.map(({ from, to }) => framesOf((at += to - from)))];
}

/** A show mixed frame by frame: every part that is heard, every span of it, its level, its lane, the whole. */
function mixedBy(show: Show): Float32Array {
  const frames = framesOf(showSeconds(show));
  const out = new Float32Array(frames * 2);
  const soloed = show.lanes.some(({ solo }) => solo);
  let overruns = false;
  for (const part of [...show.parts, ...ownParts(show)]) {
    const lane = show.lanes.find(({ id }) => id === part.lane)!;
    if (part.mute || !isHeard(lane, soloed)) continue;
    const { into, out: leaving } = joinsBetween(show).get(part.id) ?? {};
    const seconds = show.media[part.media]!.seconds;
    const envelope = partEnvelope(
      part,
      null,
      seconds,
      { ...(into ? { into } : {}), ...(leaving ? { out: leaving } : {}) },
      dipPinsOf(show, dipsOf(show, heard), part),
    );
    const cuts = cutsOf(part);
    const start = cuts[0]!;
    overruns ||= cuts.at(-1)! > frames;
    const side = (join: PlannedJoin) => new HeardCross(join, () => ({ hard: false, alike: alikeIn(join) }));
    part.spans.forEach((span, i) => {
      // Cuts within a part lie in the middle here: both sides have sound enough beyond them.
      const [low, high] = [cuts[i]!, cuts[i + 1]!];
      const inner = (k: number) => {
        const [left, right] = [part.spans[k], part.spans[k + 1]];
        if (!left || !right) return null;
        const room = Math.floor(Math.min(framesOf(left.to - left.from), framesOf(right.to - right.from)) / 2);
        const long = Math.min(framesOf(left.join), room);
        const cut = cuts[k + 1]!;
        const before = long >> 1;
        const place = { media: part.media, source: 0 };
        const ends = {
          left: { ...place, source: framesOf(left.from) + cut - cuts[k]! - before },
          right: { ...place, source: framesOf(right.from) - before },
        };
        return long === 0
          ? null
          : side({
              start: cut - before,
              frames: long,
              seam: before,
              law: 'matched',
              bendOut: 0,
              bendIn: 0,
              ...ends,
              compared: { from: 0, frames: long },
              reaching: true,
            });
      };
      const [first, last] = [inner(i - 1), inner(i)];
      const sides = [
        ...(first ? [{ side: 'in' as const, cross: first }] : []),
        ...(last ? [{ side: 'out' as const, cross: last }] : []),
        ...(into ? [{ side: 'in' as const, cross: side(into) }] : []),
        ...(leaving ? [{ side: 'out' as const, cross: side(leaving) }] : []),
      ];
      const [before, behind] = [i === 0 ? into : first?.cross, i === part.spans.length - 1 ? leaving : last?.cross];
      const begin = before ? Math.min(low, before.start) : low;
      const end = behind ? Math.max(high, behind.start + behind.frames) : high;
      const level = new Float32Array(end - begin);
      fillLevel({ start, envelope }, sides, begin, level.length, level);
      for (let frame = Math.max(0, begin); frame < Math.min(end, frames); frame += 1) {
        const [left, right] = frameOf(sources.get(part.media)!, framesOf(span.from) + frame - low);
        const ridden = gainOfLevel(pinLevel(lane.pins ?? [], frame / RATE));
        const gain = level[frame - begin]! * gainOfLevel(lane.gain) * ridden * gainOfLevel(show.master.gain);
        const turn = ((lane.pan + 1) * Math.PI) / 4;
        out[frame * 2]! += left * gain * Math.SQRT2 * Math.cos(turn);
        out[frame * 2 + 1]! += right * gain * Math.SQRT2 * Math.sin(turn);
      }
    });
  }
  if (overruns) for (let i = 0; i < 144; i += 1) for (const channel of [0, 1]) out[(frames - 1 - i) * 2 + channel]! *= (i + 1) / 145;
  return out;
}

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const fade = fc.record({ seconds: between(0, 0.1), bend: between(-1, 1) });
const lane = fc.record({
  gain: fc.constantFrom(0, -6, -60),
  pan: fc.constantFrom(0, 0, -1, 0.4),
  mute: fc.constantFrom(false, false, false, true),
  solo: fc.constantFrom(false, false, false, true),
  pins: fc.constantFrom(
    [],
    [{ at: 0.1, gain: -3 }],
    [
      { at: 0.05, gain: 0 },
      { at: 0.4, gain: -20 },
    ],
  ),
});

/** A bed of two pieces over one another or beside one another, a narration, a clip with its own sound: seven tenths of a second. */
const shows: fc.Arbitrary<Show> = fc
  .record({
    first: fc.record({
      gain: between(-12, 6),
      fadeUp: fade,
      fadeOut: fade,
      join: between(0, 0.05),
      at: between(0, 0.1),
      mute: fc.constantFrom(undefined, undefined, true as const),
    }),
    second: fc.record({
      at: between(0.25, 0.5),
      long: between(0.1, 0.4),
      law: fc.constantFrom('power', 'even', 'matched'),
      touching: fc.boolean(),
    }),
    voice: between(0, 0.4),
    clip: fc.record({ gain: between(-9, 0), lead: between(0, 0.1), tail: between(0, 0.1) }),
    lanes: fc.array(lane, { minLength: 4, maxLength: 4 }),
    master: fc.constantFrom(0, -3),
  })
  .map(({ first: { join, at, ...first }, second, voice, clip, lanes, master }) => {
    const spans = [
      { from: 0.2, to: 0.35, join },
      { from: 0.5, to: 0.7, join: 0 },
    ];
    let show = withClip(showOf([0.2, 0.2], 1, { ...first, at, spans, quiet: [{ from: 0.55, to: 0.6 }] }), 1, 2, {
      from: 0.5,
      hold: 0.3,
      dissolve: 0,
    });
    show = withNarrations(show, narration(3001, 0.3, voice));
    const media = soundMedia(1001, 1);
    const other = newPart('second', FIRST_LANES.bed, media) as BedPart;
    const start = second.touching ? at + 0.35 : second.at;
    const cross = { law: second.law as 'power', bendOut: 0, bendIn: 0.3, seconds: 0.04 };
    const piece: BedPart = { ...other, at: start, spans: [{ from: 0.3, to: 0.3 + second.long, join: 0 }], cross };
    const pictures = show.pictures.map((one) => (one.kind === 'clip' ? { ...one, own: { ...one.own, ...clip } } : one));
    return setDips(
      {
        ...show,
        pictures,
        media: { ...show.media, [media.id]: media },
        parts: [...show.parts, piece],
        lanes: show.lanes.map((one, i) => ({ ...one, ...lanes[i % lanes.length]! })),
        master: { ...show.master, gain: master },
      },
      { change: { lead: 0.01, down: 0.03, up: 0.05 } },
    );
  });

it('the mix of a show is the sum of its parts, span by span, each at its level, on its lane, in its place', () => {
  fc.assert(
    fc.property(shows, (show) => {
      const [mixed, wanted] = [renderPlan(planShow(show, heard), sources), mixedBy(show)];
      expect(mixed.length).toBe(wanted.length);
      expect(mixed.reduce((most, value, i) => Math.max(most, Math.abs(value - wanted[i]!)), 0)).toBeLessThan(2e-4);
    }),
    { numRuns: 25 },
  );
});
