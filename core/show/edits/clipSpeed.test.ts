import fc from 'fast-check';
import { showOf, soundMedia, withClip } from '../../../tests/shows';
import { layersAt, sceneOf } from '../../stage';
import { ownParts } from '../own';
import { filmAt, partSeconds, placePictures } from '../placement';
import { faultOf } from '../schema';
import { sourceMoment, speedOf } from '../speed';
import type { Clip, Part, Show } from '../types';
import * as edits from '.';

/** Two photos of 5 s with a clip between them that shows 2..8 of its 12 seconds. */
const show = withClip(showOf([5, 5], 30), 1, 12, { from: 2, hold: 6 });
const clipOf = (one: Show) => one.pictures.find((picture) => picture.kind === 'clip') as Clip;
const apartOf = (one: Show) => one.parts.find((part) => part.clip === 'clip')!;
const at = (one: Show, speed: number, apart = true) => edits.setClipSpeed(one, { id: 'clip', change: { speed }, apart });

/** Second of its source that a part plays at a moment of the show. */
const playsAt = (one: Show, part: Part, moment: number) => sourceMoment(one, part, part.spans[0]!.from + moment - part.at);
/** Second of its film that the stage shows. */
const showsAt = (one: Show, moment: number) => layersAt(sceneOf(one, String), moment).find(({ picture }) => picture.id === 'clip')?.source;

const speeds = fc.double({ min: 0.25, max: 4, noNaN: true });
/** How far sound and film may be apart: times on screen are whole milliseconds. */
const STEP = 3;

it('shows the same passage in a shorter or longer time, within what there is', () => {
  const twice = at(show, 2);
  expect(clipOf(twice)).toMatchObject({ from: 2, hold: 3, speed: 2 });
  expect(ownParts(twice)).toMatchObject([{ at: 5, spans: [{ from: 1, to: 4 }], speed: 2 }]);
  expect(clipOf(at(show, 0.5)).hold).toBe(12);
  expect(clipOf(at(twice, 1))).toEqual(clipOf(show));
  // Six seconds of film last a second and a half at the most.
  expect(clipOf(at(show, 99))).toMatchObject({ hold: 1.5, speed: 4 });
  // What is left of the film is enough for the shortest time on screen.
  const short = edits.trimClip(show, { id: 'clip', edge: 'start', position: 7.9 });
  expect(faultOf(at(edits.trimClip(short, { id: 'clip', edge: 'end', position: 8 }), 4))).toBeNull();
  expect(clipOf(edits.setClipSpeed(twice, { id: 'clip', change: { loose: true }, apart: true }))).toMatchObject({ speed: 2, loose: true });
});

it('film and own sound never part, at whatever speed and however it is cut', () => {
  fc.assert(
    fc.property(
      speeds,
      speeds,
      fc.double({ min: 0, max: 11, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (a, b, cut, share) => {
        let next = edits.trimClip(at(show, a), { id: 'clip', edge: 'start', position: cut });
        next = edits.setOwn(at(next, b), { id: 'clip', change: { lead: 1, tail: 2 } });
        const clip = clipOf(next);
        const { start } = placePictures(next).find(({ picture }) => picture.id === 'clip')!;
        const moment = start + share * (clip.hold - 0.001);
        const seen = filmAt(clip, moment - start);
        expect(showsAt(next, moment)).toBeCloseTo(seen, 9);
        expect(Math.abs(playsAt(next, ownParts(next)[0]!, moment) - seen)).toBeLessThan(0.02);
        expect(filmAt(clip, clip.hold)).toBeLessThanOrEqual(12.0005);
      },
    ),
  );
});

it('what lies apart goes along in step, or stays as and where it is', () => {
  fc.assert(
    fc.property(speeds, fc.double({ min: 0.5, max: 20, noNaN: true }), (speed, hold) => {
      const apart = edits.separateOwn(show, { id: 'clip', part: 'apart' });
      const along = edits.setHold(at(apart, speed), { ids: ['p1'], seconds: hold });
      const part = apartOf(along);
      const { start } = placePictures(along)[1]!;
      expect(speedOf(part)).toBeCloseTo(speed, 9);
      expect(part.at).toBeCloseTo(start, STEP);
      expect(partSeconds(part)).toBeCloseTo(clipOf(along).hold, 2);
      expect(playsAt(along, part, start)).toBeCloseTo(2, 2);
      const stayed = apartOf(at(apart, speed, false));
      expect(stayed.at).toBeCloseTo(5, 9);
      expect({ ...stayed, at: 5 }).toEqual(apartOf(apart));
    }),
  );
});

it('a recording is laid in step with a film at another speed', () => {
  const laid = edits.layInStep(at(show, 2), { id: 'clip', part: 'table', media: soundMedia(7, 10), offset: 4 });
  // The recording begins with the film's second 4, one second after its picture began with second 2.
  expect(apartOf(laid)).toMatchObject({ at: 6, spans: [{ from: 0, to: 2 }], speed: 2 });
  expect(apartOf(at(laid, 1))).toMatchObject({ at: 7, spans: [{ from: 0, to: 4 }], speed: undefined });
});

it('what begins before its clip and would begin before the show when it is slower loses what lies there', () => {
  const whole = edits.trimClip(show, { id: 'clip', edge: 'start', position: 0 });
  const laid = edits.layInStep(whole, { id: 'clip', part: 'table', media: soundMedia(7, 10), offset: -3 });
  const early = edits.restorePart(laid, { id: 'table' });
  expect(apartOf(early)).toMatchObject({ at: 2, spans: [{ from: 0, to: 10 }] });
  const slow = at(early, 0.25);
  expect(apartOf(slow).at).toBe(0);
  // The film begins at 5 with the recording's second 3.
  expect(playsAt(slow, apartOf(slow), 5)).toBeCloseTo(3, 2);
});

it('is trimmed by seconds of its film, and keeps its speed with another file', () => {
  const twice = at(show, 2);
  expect(clipOf(edits.trimClip(twice, { id: 'clip', edge: 'start', position: 4 }))).toMatchObject({ from: 4, hold: 2 });
  expect(clipOf(edits.trimClip(twice, { id: 'clip', edge: 'end', position: 99 }))).toMatchObject({ from: 2, hold: 5 });
  expect(clipOf(edits.setHold(twice, { ids: ['clip'], seconds: 60 })).hold).toBe(5);
  const shorter = { ...twice.media[clipOf(twice).media]!, id: soundMedia(78, 1).id, seconds: 6 };
  expect(clipOf(edits.replaceMedia(twice, { id: 'clip', media: shorter }))).toMatchObject({ from: 2, hold: 2, speed: 2 });
});
