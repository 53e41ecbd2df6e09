import { narration, profile, withNarrations } from '../../tests/heard';
import { mediaId, showOf, soundMedia } from '../../tests/shows';
import type { PartLayer, Show } from '../show';
import { addLane, nameSound, newPart, setDips } from '../show/edits';
import { THIRDS, type Profile } from '../speech';
import { RATE } from '../units';
import { asksOf, strandKey } from './asks';
import { dipsOf, envelopeOf, gonePinsOf, type Heard } from '.';
import { PartBands, leastUnderstood } from './thin';
import { askersOf } from './voices';

const power = (lufs: number) => 10 ** (lufs / 10);

/** A bed in two layers under a narration of five seconds at 10 s; a sound on another lane of the bed from 12 s to 14 s, which does not dip. */
function layered(depth: Show['dips']['depth'], said: readonly PartLayer[] = []): Show {
  const layers = [1001, 1002].map((n) => ({ media: mediaId(n), title: `${n}` }));
  const named = [soundMedia(1001, 60), soundMedia(1002, 60), { ...soundMedia(1000, 60), layers }];
  let show = named.reduce((one, media) => nameSound(one, { media }), showOf([60], 60, said.length > 0 ? { layers: said } : {}));
  show = addLane(show, { id: 'bed-2', kind: 'bed', title: 'Outside' });
  const outside = soundMedia(60, 2);
  const parts = [...show.parts, { ...newPart('outside', { id: 'bed-2', kind: 'bed' }, outside), at: 12, undipped: [] }];
  show = withNarrations({ ...show, media: { ...show.media, [outside.id]: outside }, parts }, narration(70, 5, 10));
  return setDips(show, { change: { depth, lead: 0 } });
}

/** The whole piece at −20, its layers at −30 and −24, the sound beside it at −40, who speaks at −20 (power, dB). */
const heard: Heard = new Map([
  [mediaId(1000), profile(60, [], power(-20))],
  [mediaId(1001), profile(60, [], power(-30))],
  [mediaId(1002), profile(60, [], power(-24))],
  [mediaId(60), profile(2, [], power(-40))],
  [mediaId(70), profile(5, [[0, 5]], power(-20))],
]);
const asked = (show: Show, from: number, to: number, known = heard) => {
  const { gain, gone } = asksOf(
    show,
    known,
    askersOf(show).map(({ part }) => part),
  )(from, to);
  return [Number(gain.toFixed(1)), gone];
};
const key = (layer: number) => strandKey('bed-1', mediaId(layer));

it('as far as it takes for all else to stay below the voice, with what does not dip counted where it sounds', () => {
  const show = layered({ by: 'clear', margin: 15 });
  expect(asked(show, 10, 11.5)).toEqual([-15, []]);
  // 10^−3.5 − 10^−4 is left for what was 10^−2.
  expect(asked(show, 10, 15)).toEqual([-16.7, []]);
  const louder = { ...show, lanes: show.lanes.map((lane) => (lane.id === 'bed' ? { ...lane, gain: -6 } : lane)) };
  expect(asked(louder, 10, 11.5)).toEqual([-9, []]);
  const ridden = { ...show, lanes: show.lanes.map((lane) => (lane.id === 'bed' ? { ...lane, pins: [{ at: 0, gain: -3 }] } : lane)) };
  expect(asked(ridden, 10, 11.5)).toEqual([-12, []]);
  expect(asked(withNarrations(show, narration(71, 5, 10)), 10, 11.5, new Map([...heard, [mediaId(71), heard.get(mediaId(70))!]]))).toEqual([
    -12,
    [],
  ]);
  const muted = { ...show, lanes: show.lanes.map((lane) => (lane.id === 'bed-2' ? { ...lane, mute: true } : lane)) };
  expect(asked(muted, 10, 15)).toEqual([-15, []]);
  expect(asked({ ...show, parts: show.parts.map((part) => (part.id === 'outside' ? { ...part, mute: true } : part)) }, 10, 15)).toEqual([
    -15,
    [],
  ]);
});

it('layers by themselves where one of them sounds otherwise: what goes is not counted', () => {
  const clear = { by: 'clear', margin: 15 } as const;
  // −23 together.
  expect(asked(layered(clear, [{ media: mediaId(1001), gain: 0 }]), 10, 11.5)).toEqual([-12, []]);
  expect(asked(layered(clear, [{ media: mediaId(1002), gain: 0, mute: true }]), 10, 11.5)).toEqual([-5, []]);
  expect(asked(layered(clear, [{ media: mediaId(1002), gain: 0, under: 'goes' }]), 10, 11.5)).toEqual([-5, [key(1002)]]);
  expect(asked(layered({ by: 'fixed', gain: -9 }, [{ media: mediaId(1002), gain: 0, under: 'goes' }]), 10, 11.5)).toEqual([
    -9,
    [key(1002)],
  ]);
});

it('a layer goes only where its piece sounds while somebody speaks', () => {
  const show = layered({ by: 'fixed', gain: -9 }, [{ media: mediaId(1002), gain: 0, under: 'goes' }]);
  const moved = (change: object) => ({
    ...show,
    parts: show.parts.map((part) => (part.id === 'bed-1' ? { ...part, ...change } : part)) as Show['parts'],
  });
  expect(asked(moved({ at: 15 }), 10, 15)).toEqual([-9, []]);
  expect(asked(moved({ at: 14.9 }), 10, 15)).toEqual([-9, [key(1002)]]);
  expect(asked(moved({ spans: [{ from: 0, to: 10, join: 0 }] }), 10, 15)).toEqual([-9, []]);
  expect(asked(moved({ spans: [{ from: 0, to: 10.1, join: 0 }] }), 10, 15)).toEqual([-9, [key(1002)]]);
});

it('layers are taken away until enough is understood, the one that masks most first; then the level goes down', () => {
  const thin = (share: number) => ({ by: 'thin', share }) as const;
  // 7.5 dB over all else is three quarters, 12 dB nine tenths; −30 alone is 10 dB below the voice.
  expect(asked(layered(thin(0.55)), 10, 11.5)).toEqual([0, []]);
  expect(asked(layered(thin(0.75)), 10, 11.5)).toEqual([0, [key(1002)]]);
  expect(asked(layered(thin(0.9)), 10, 11.5)).toEqual([-2, [key(1002)]]);
  expect(asked(layered(thin(0.75), [{ media: mediaId(1002), gain: 0, under: 'stays' }]), 10, 11.5)).toEqual([-3.5, [key(1001)]]);
  expect(asked(layered(thin(0.55), [{ media: mediaId(1001), gain: 0, under: 'goes' }]), 10, 11.5)).toEqual([0, [key(1001)]]);
  // What does not dip is counted: 10.2 dB below the voice are left for −30 and −40 together.
  expect(asked(layered(thin(0.84)), 12, 13.5)).toEqual([-0.7, [key(1002)]]);
  // Nobody was listened to, nobody asks; what was told to go goes.
  const deaf = new Map([...heard].filter(([id]) => id !== mediaId(70)));
  expect(asked(layered(thin(0.9), [{ media: mediaId(1001), gain: 0, under: 'goes' }]), 10, 11.5, deaf)).toEqual([0, [key(1001)]]);
});

it('a layer that goes is gone when the voice begins, and comes back behind it, in its own slopes', () => {
  const show = setDips(layered({ by: 'thin', share: 0.75 }), { change: { thin: { down: 0.5, up: 1 }, lead: 0.3 } });
  const pins = gonePinsOf(dipsOf(show, heard), show.parts[0]!, mediaId(1002));
  expect(pins).toEqual([
    { at: 9.5 * RATE, gain: 0 },
    { at: 10 * RATE, gain: -60 },
    { at: 15 * RATE, gain: -60 },
    { at: 16 * RATE, gain: 0 },
  ]);
  expect(gonePinsOf(dipsOf(show, heard), show.parts[0]!, mediaId(1001))).toEqual([]);
});

/** A sound of ten seconds whose power in its n-th tenth of a second is n, the same in each third. */
const rising: Profile = { ...profile(10, []), thirds: Float32Array.from({ length: 100 * THIRDS }, (_, i) => Math.floor(i / THIRDS)) };

it('the power of a part in a window is the mean of what it plays there; windows are three seconds, one apart, and shorter where less is asked for', () => {
  const part = { ...showOf([20], 10, { spans: [{ from: 2, to: 8, join: 0 }] }).parts[0]!, at: 1 };
  const none = { frames: 0, bend: 0 };
  const bands = new PartBands(part, 10, rising, envelopeOf(6 * RATE, -20, none, none), null, null);
  const of = (from: number, to: number) =>
    [...bands.over(from, to)].filter((_, i) => i % THIRDS === 0).map((value) => Number((value * 100).toFixed(3)));
  // A tenth of the amplitude is a hundredth of the power. At 1 s the twentieth tenth begins.
  expect(of(1, 6)).toEqual([34.5, 44.5, 54.5]);
  expect(of(1, 2.5)).toEqual([27]);
  expect(of(2.5, 2.5)).toEqual([35]);
  // Outside of it there is nothing; the mean counts it.
  expect(of(0, 2)).toEqual([Number(((20 + 29) / 4).toFixed(3))]);
  expect(of(6, 9)).toEqual([Number(((70 + 79) / 6).toFixed(3))]);
  expect(new Set(bands.over(1, 4)).size).toBe(1);
});

it('least of a voice is understood in the window in which most sounds beside it', () => {
  const rows = (of: (row: number) => number) => Float32Array.from({ length: 120 * THIRDS }, (_, i) => of(Math.floor(i / THIRDS)));
  const voice = rows(() => power(-20));
  const rest = rows((row) => (row >= 60 && row < 90 ? power(-20) : power(-40)));
  const least = leastUnderstood([{ from: 0, to: 10 }], voice, rest)!;
  expect([least.at, least.share].map((value) => Number(value.toFixed(3)))).toEqual([7.5, 0.5]);
  expect(leastUnderstood([{ from: 0, to: 3 }], voice, rest)!.share).toBeCloseTo(1, 9);
  expect(leastUnderstood([], voice, rest)).toBeNull();
  expect(
    leastUnderstood(
      [{ from: 0, to: 10 }],
      rows(() => 0),
      rest,
    )!.share,
  ).toBe(1);
});
