import { narration, profile, withNarrations } from '../../tests/heard';
import { mediaId, showOf, withClip } from '../../tests/shows';
import { FIRST_LANES, OWN_LANE, SPOT_LANE, VOICE_LANE, type Show } from '../show';
import { addLane, newPart, setDips, setOwn, setRoom } from '../show/edits';
import { soundMedia } from '../../tests/shows';
import { dipPinsOf, dipsOf, needsHearing, saidIn, type Heard } from '.';

/** Ten seconds of a spot sound at 5 s, of a second bed at 0 s, a clip at 20 s in which somebody speaks, a narration at 40 s. */
function base(): Show {
  const spot = soundMedia(50, 10);
  const ambience = soundMedia(60, 60);
  let show = withClip(showOf([20, 40], 60), 1, 10, { hold: 10 });
  show = addLane(show, { id: 'bed-2', kind: 'bed', title: 'Outside' });
  show = {
    ...show,
    media: { ...show.media, [spot.id]: spot, [ambience.id]: ambience },
    parts: [
      ...show.parts,
      { ...newPart('spot', FIRST_LANES.spot, spot), at: 5 },
      { ...newPart('outside', { id: 'bed-2', kind: 'bed' }, ambience) },
    ],
  };
  return setDips(withNarrations(show, narration(70, 5, 40)), { change: { lead: 0, bridge: 0.5 } });
}
const show = base();
/** −23 LUFS everywhere but in the spot sound, which is quiet for its first three seconds. */
const power = 10 ** ((-23 + 0.691) / 10);
const rising = profile(10, [], power);
rising.power.fill(power / 1000, 0, 300);
const heard: Heard = new Map([
  [mediaId(50), rising],
  [mediaId(60), profile(60, [], power)],
  [mediaId(1000), profile(60, [], power)],
  [mediaId(2000), profile(10, [[2, 4]], power)],
  [mediaId(70), profile(5, [[0, 5]], power)],
]);
const dipsAt = (of: Show) =>
  dipsOf(of, heard).dips.map(({ part, from, to, gain }) => [part, Math.round(from * 2) / 2, Math.round(to * 2) / 2, gain]);
const spoken = ['say-70', 40, 45, -10];

it('makes room for narrations alone where nothing else is said', () => {
  expect(dipsAt(show)).toEqual([spoken]);
});

it('makes room for speech in one clip, or in all of them; as far as the clip or the lane says', () => {
  const clip = setRoom(show, { of: { clips: ['clip'] }, room: { when: 'speech' } });
  expect(dipsAt(clip)).toEqual([['own-clip', 22, 24, -10], spoken]);
  const lane = setRoom(show, { of: { lane: OWN_LANE }, room: { when: 'speech', by: -4 } });
  expect(dipsAt(lane)).toEqual([['own-clip', 22, 24, -4], spoken]);
  expect(dipsAt(setRoom(lane, { of: { clips: ['clip'] }, room: { when: 'never' } }))).toEqual([spoken]);
  expect(dipsAt(setOwn(lane, { id: 'clip', change: { on: false } }))).toEqual([spoken]);
  // It counts as a voice then.
  expect(saidIn(clip, heard).some(({ from }) => Math.abs(from - 22) < 1e-6)).toBe(true);
});

it('makes room for whatever sounds, where it is louder than is said', () => {
  const spot = setRoom(show, { of: { lane: SPOT_LANE }, room: { when: 'sound', by: -6 } });
  expect(dipsAt(spot)).toEqual([['spot', 8, 15, -6], spoken]);
  expect(dipsAt(setRoom(spot, { of: { lane: SPOT_LANE }, room: { when: 'sound', over: -60, by: -6 } }))[0]).toEqual(['spot', 5, 15, -6]);
  expect(dipsAt(setRoom(spot, { of: { lane: SPOT_LANE }, room: { when: 'sound', over: -10 } }))).toEqual([spoken]);
  expect(needsHearing(spot).map(({ id }) => id)).toContain('spot');
});

it('makes none for a lane that says never, and no lane makes room for itself', () => {
  expect(dipsAt(setRoom(show, { of: { lane: VOICE_LANE }, room: { when: 'never' } }))).toEqual([]);
  const ambience = setRoom(show, { of: { lane: 'bed-2' }, room: { when: 'sound', by: -8 } });
  const pins = (id: string) =>
    dipPinsOf(
      ambience,
      dipsOf(ambience, heard),
      ambience.parts.find((part) => part.id === id)!,
    );
  expect(Math.min(...pins('bed-1').map(({ gain }) => gain))).toBeLessThanOrEqual(-8);
  expect(pins('outside')).toEqual([]);
});
