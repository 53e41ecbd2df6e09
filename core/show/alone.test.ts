import { mediaId, photoMedia, showOf, soundMedia } from '../../tests/shows';
import { narration, withNarrations } from '../../tests/heard';
import { planShow } from '../mix';
import { layersAt, sceneOf } from '../stage';
import { FIRST_LANES, compareLengths, faultOf, readShow, showSeconds } from '.';
import { addPictures, newPart, newPicture, refitDue, setAlone, setHold } from './edits';
import { wantedSeconds } from '../fit';
import { firstOwnStart } from './newShow';

/** No pictures: 20 s of music from second 2 on, and a narration from 15 to 27. */
const sound = withNarrations(showOf([], 20, { at: 2 }), narration(40, 15, 12, {}));

it('a show without pictures lasts as long as its sound, to the last frame; without sound it is empty', () => {
  expect(showSeconds(sound)).toBe(27);
  expect(showSeconds(showOf([]))).toBe(0);
  const odd = showOf([], 20, { at: 0.0000104 });
  const plan = planShow(odd);
  expect(plan.frames).toBe(Math.max(...plan.parts.map(({ end }) => end)));
  expect(plan.closing).toBe(0);
  expect(compareLengths(sound).verdict).toBe('no-pictures');
});

it('sound alone lasts as its sound or as long as one says, and says so of its length', () => {
  const alone = setAlone(sound, { alone: 'sound' });
  expect(compareLengths(alone)).toMatchObject({ verdict: 'alone', pictures: 27 });
  const minute = setAlone(sound, { alone: 60 });
  expect(showSeconds(minute)).toBe(60);
  expect(compareLengths(minute)).toMatchObject({ verdict: 'short', pictures: 60, bed: 22 });
  expect(showSeconds(setAlone(sound, { alone: 10 }))).toBe(10);
  expect(planShow(setAlone(sound, { alone: 10 })).frames).toBe(480_000);
  expect(faultOf(setAlone(sound, { alone: -5 }))).toBeNull();
  expect(readShow(JSON.parse(JSON.stringify(alone)))).toEqual(alone);
  expect(setAlone(alone, { alone: null })).toEqual({ ...sound, alone: undefined });
});

it('a first picture changes nothing of the sound; behind it the stage is dark', () => {
  const alone = setAlone(sound, { alone: 'sound' });
  const photo = photoMedia(1);
  const seen = addPictures(alone, { pictures: [newPicture('p', photo, firstOwnStart())], media: [photo], index: 0 });
  expect(planShow(seen)).toEqual(planShow(alone));
  const scene = sceneOf(seen, String);
  expect(scene.seconds).toBe(27);
  expect(layersAt(scene, 4.9).map(({ picture }) => picture.id)).toEqual(['p']);
  expect(layersAt(scene, 5.1)).toEqual([]);
  expect(layersAt(scene, 99)).toEqual([]);
  // Pictures that are longer than the sound are shown to their end.
  expect(showSeconds(setHold(seen, { ids: ['p'], seconds: 40 }))).toBe(40);
  // Where pictures lead, the last one stands to the very end.
  expect(layersAt(sceneOf(setAlone(seen, { alone: null }), String), 99)).toHaveLength(1);
});

it('music is fitted to what else sounds, and not to itself', () => {
  const alone = setAlone(sound, { alone: 'sound' });
  const bed = alone.parts.find(({ kind }) => kind === 'bed')!;
  expect(wantedSeconds(alone, bed, 'show')).toBe(25);
  const only = setAlone(showOf([], 20, { at: 2 }), { alone: 'sound' });
  expect(wantedSeconds(only, only.parts[0]!, 'show')).toBe(20);
  const made = { way: 'stop', to: 'show', made: 20, self: false } as never;
  const fitted = { ...only, parts: [{ ...only.parts[0]!, fit: made }] };
  expect(refitDue(fitted, fitted.parts[0]!)).toBeNull();
  const media = soundMedia(50, 40);
  const more = {
    ...fitted,
    media: { ...fitted.media, [mediaId(50)]: media },
    parts: [...fitted.parts, newPart('s', FIRST_LANES.spot, media)],
  };
  expect(refitDue(more, more.parts[0]!)).toBeCloseTo(18, 9);
});
