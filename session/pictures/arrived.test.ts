import { profile } from '../../tests/heard';
import { clipMedia, photoMedia, showOf } from '../../tests/shows';
import { startHistory, type Show } from '../../core/show';
import { Failure } from '../../core/failure';

const mockCall = jest.fn();
jest.mock('../workers', () => ({ listener: () => ({ call: mockCall }) }));
jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'bed', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: async () => undefined,
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
}));

import { beginSession } from '../open/session';
import { useOpenShow } from '../open/store';
import { bringPictures, dismissArrived, useArrived } from './arrived';

const file = (name: string) => new File(['x'], name);
const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const arrived = () => useArrived.getState().arrived;

/** Clips of ten seconds: what is named “speaks” has three seconds of speech, “dumb” no sound at all. */
let number = 400;
beforeEach(() => {
  beginSession();
  mockCall.mockReset();
  mockCall.mockImplementation(async (name: string, details: { file: File; media: string }) => {
    if (name === 'profile') {
      const { title } = show().media[details.media]!;
      if (title.startsWith('broken')) throw new Failure('media.missing');
      return profile(10, title.startsWith('speaks') ? [[2, 5]] : []);
    }
    number += 1;
    const clip = { ...clipMedia(number, 10), title: details.file.name };
    const media = details.file.name.endsWith('.jpg')
      ? photoMedia(number)
      : details.file.name.startsWith('dumb')
        ? { ...clip, channels: 0 }
        : clip;
    return { media, facts: null, note: null, known: false };
  });
  useOpenShow.setState({ state: { status: 'open', history: startHistory(showOf([5], 20)), mayEdit: true } });
});

it.each([
  ['speaks.mp4', true],
  ['birds.mp4', false],
])('asks about the sound of a clip that came in, and finds whether somebody speaks in it: %s', async (name, speaks) => {
  await bringPictures([file('a.jpg'), file(name)]);
  expect(arrived()).toEqual({ clips: [show().pictures.at(-1)!.id], speaks });
  dismissArrived();
  expect(arrived()).toBeNull();
});

it('asks nothing about what has no sound, and nothing more where it cannot be listened to', async () => {
  await bringPictures([file('a.jpg'), file('dumb.mp4')]);
  expect(arrived()).toBeNull();
  await bringPictures([file('broken.mp4')]);
  expect(arrived()).toMatchObject({ speaks: null });
});

it('forgets what it heard where other clips came meanwhile', async () => {
  const first = bringPictures([file('speaks.mp4')]);
  const second = bringPictures([file('birds.mp4')]);
  await Promise.all([first, second]);
  expect(arrived()).toEqual({ clips: [show().pictures.at(-1)!.id], speaks: false });
});
