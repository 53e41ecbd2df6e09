import { narration, profile, withNarrations } from '../../tests/heard';
import { showOf, soundMedia } from '../../tests/shows';
import { startHistory, type Show } from '../../core/show';
import { Failure } from '../../core/failure';
import type { Found } from '../../engine/media/recordings';

const mockSave = jest.fn();
jest.mock('../shows/records', () => ({
  START_PLACE: { now: 0, face: 'voice', zoom: 45, own: true, snap: true },
  openRecord: jest.fn(),
  saveRecord: (): unknown => mockSave(),
  savePlace: async () => undefined,
  keepUnsaved: () => undefined,
  allShowIds: async () => ['test', 'another'],
}));
jest.mock('../shows/tidy', () => ({ markOffered: async () => undefined }));

const mockListen = jest.fn();
const mockRecord = jest.fn();
jest.mock('../workers', () => ({
  listener: () => ({ call: mockListen }),
  recorder: () => ({ call: mockRecord }),
  measurer: () => ({}),
  analyst: () => ({}),
}));

const mockPlay = jest.fn();
jest.mock('../sound/transport', () => ({
  useTransport: jest
    .requireActual<{ create: (make: () => object) => unknown }>('zustand')
    .create(() => ({ now: 0, playing: { kind: 'nothing' } })),
  audioClock: () => ({ resume: async () => undefined }),
  pause: () => undefined,
  playToRecord: (...args: unknown[]): unknown => mockPlay(...args),
}));

const mockOpen = jest.fn();
jest.mock('../../engine/record/microphone', () => ({ openMicrophone: (): unknown => mockOpen(), openPractice: (): unknown => mockOpen() }));

/** A capture whose recording ends when `finish` is called. */
const mockCapture = {
  late: 0.1,
  closed: 0,
  begun: [] as number[],
  end: {} as { resolve(): void; reject(error: unknown): void },
};
jest.mock('../../engine/record/capture', () => ({
  Capture: {
    open: async (_context: unknown, _mic: unknown, heard: (peak: number) => void) => {
      heard(0.4);
      return {
        late: mockCapture.late,
        record: () =>
          new Promise((resolve, reject) => {
            mockCapture.end = { resolve: () => resolve({ frames: 96_000 }), reject };
          }),
        begin: (_client: unknown, clock: number) => mockCapture.begun.push(clock),
        measure: async () => mockCapture.late / 2,
        close: () => (mockCapture.closed += 1),
      };
    },
  },
}));

let mockFound: Found[] = [];
const mockDropped: string[] = [];
jest.mock('../../engine/media/recordings', () => ({
  recordings: async (busy: string | null = null) => mockFound.filter(({ about }) => about.id !== busy && !mockDropped.includes(about.id)),
  recordedFile: async (_id: string, name: string) => new File(['x'], name),
  dropRecording: async (id: string) => void mockDropped.push(id),
}));

import { useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';
import { keepFound, lookForRecordings, useFound } from './found';
import { heardFor } from '../sound/heard';
import {
  closeRecording,
  listen,
  measureLate,
  openRecording,
  setLate,
  startRecording,
  stopRecording,
  useMeter,
  useRecording,
} from './recording';
import { changeRecordSettings, useRecordSettings } from './settings';

const show = (): Show => {
  const { state } = useOpenShow.getState();
  if (state.status !== 'open') throw new Error('no show is open');
  return state.history.show;
};
const part = (id = 'say-3001') => show().parts.find((one) => one.id === id)!;
const recording = () => useRecording.getState().recording;

/** Waits until the recording says what is expected. */
const until = (status: string) =>
  new Promise<void>((done) => {
    const look = () => {
      if (recording().status !== status) return;
      end();
      done();
    };
    const end = useRecording.subscribe(look);
    look();
  });

const taken = { ...soundMedia(3050, 4), channels: 1, title: 'Recording 1' };

beforeEach(async () => {
  for (const mock of [mockListen, mockRecord, mockPlay, mockOpen]) mock.mockReset();
  mockListen.mockImplementation(async (name: string, { media }: { media: string }) => {
    if (name === 'take') return { media: taken, facts: null, note: null, known: false };
    return media === soundMedia(1000, 1).id ? profile(60, [], 0.01) : profile(8, [[1, 3], [4.5, 7]], 0.02); // prettier-ignore
  });
  mockRecord.mockImplementation(async (name: string) => (name === 'finish' ? mockCapture.end.resolve?.() : undefined));
  mockPlay.mockResolvedValue(12.5);
  mockSave.mockResolvedValue(undefined);
  mockOpen.mockResolvedValue({});
  mockFound = [];
  mockDropped.length = 0;
  mockCapture.begun.length = 0;
  useTransport.setState({ now: 0, playing: { kind: 'nothing' } });
  changeRecordSettings({ countIn: false, bed: true, mic: 'microphone', late: null });
  const start = withNarrations(showOf([40], 60), narration(3001, 8, 2));
  useOpenShow.setState({
    state: { status: 'open', history: startHistory(start), mayEdit: true },
    chosen: null,
    preview: null,
    notice: null,
  });
  await heardFor(show());
});
afterEach(closeRecording);

describe('recording', () => {
  const target = { lane: 'voice', at: 6 };

  it('says in words what the microphone is for, listens, records while the show plays, and lays what was said where it was said', async () => {
    await openRecording(target);
    expect(recording()).toMatchObject({ status: 'asking', target });
    await listen(target);
    expect(recording().status).toBe('ready');
    expect(useMeter.getState()).toEqual({ peak: 0.4, most: 0.4 });
    const done = startRecording();
    await until('recording');
    const { id } = recording() as { id: string };
    mockFound = [{ about: { id, show: 'test', lane: 'voice', at: 6, late: 0.1, started: 1 }, seconds: 4 }];
    useTransport.setState({ playing: { kind: 'show' } });
    await stopRecording();
    await done;
    expect(mockPlay).toHaveBeenCalledWith(6, true);
    expect(mockCapture.begun).toEqual([12.5]);
    const laid = show().parts.at(-1)!;
    expect(laid).toMatchObject({ at: 6, lane: 'voice', media: taken.id, spans: [{ from: 0.1, to: 4 }] });
    expect(mockDropped).toEqual([id]);
    expect(recording().status).toBe('off');
    expect(useOpenShow.getState().chosen).toEqual({ kind: 'parts', ids: [laid.id] });
  });

  it('ends with the show; a new take stands at the old one’s place', async () => {
    await listen({ ...target, at: 2, part: 'say-3001' });
    const done = startRecording();
    await until('recording');
    const { id } = recording() as { id: string };
    mockFound = [{ about: { id, show: 'test', lane: 'voice', at: 2, late: 0.1, started: 1, part: 'say-3001' }, seconds: 4 }];
    useTransport.setState({ playing: { kind: 'show' } });
    useTransport.setState({ playing: { kind: 'nothing' } });
    await done;
    expect(part()).toMatchObject({ at: 2, take: 2, media: taken.id, takes: [{ number: 1 }] });
  });

  it('keeps what there is when the disk is full, and offers it', async () => {
    await listen(target);
    const done = startRecording();
    await until('recording');
    const { id } = recording() as { id: string };
    mockFound = [{ about: { id, show: 'test', lane: 'voice', at: 6, late: 0.1, started: 1 }, seconds: 2 }];
    mockCapture.end.reject(new Failure('storage.full'));
    await done;
    expect(recording()).toMatchObject({ status: 'failed', failure: { code: 'storage.full' } });
    expect(useFound.getState().found).toHaveLength(1);
    await keepFound(id);
    expect(show().parts.at(-1)).toMatchObject({ at: 6, media: taken.id });
    expect(useFound.getState().found).toEqual([]);
  });

  it('stays on the disk where the show that names it cannot be saved', async () => {
    mockFound = [{ about: { id: 'kept', show: 'test', lane: 'voice', at: 6, late: 0, started: 1 }, seconds: 3 }];
    mockSave.mockRejectedValue(new Failure('storage.full'));
    await keepFound('kept');
    expect(show().parts.at(-1)).toMatchObject({ at: 6, media: taken.id });
    expect(mockDropped).toEqual([]);
    mockSave.mockResolvedValue(undefined);
    await keepFound('kept');
    expect(mockDropped).toEqual(['kept']);
  });

  it('says what is wrong with the microphone, and that nothing was recorded', async () => {
    mockOpen.mockRejectedValueOnce(new Failure('mic.denied'));
    await listen(target);
    expect(recording()).toMatchObject({ status: 'failed', failure: { code: 'mic.denied' } });
    await listen(target);
    const done = startRecording();
    await until('recording');
    await stopRecording();
    await done;
    expect(recording()).toMatchObject({ status: 'failed', failure: { code: 'mic.nothing' } });
    expect(show().parts).toHaveLength(2);
  });

  it('measures how late a line comes, or takes what is set by hand', async () => {
    await listen(target);
    expect(useRecording.getState().late).toBe(0.1);
    await measureLate();
    expect([useRecording.getState().late, useRecordSettings.getState().late]).toEqual([0.05, 0.05]);
    setLate(-0.2);
    expect(useRecording.getState().late).toBe(-0.2);
    setLate(null);
    expect(useRecording.getState().late).toBe(0.1);
  });

  it('finds what another visit left behind, and lays a voice that came early where it belongs', async () => {
    mockFound = [{ about: { id: 'old', show: 'test', lane: 'gone', at: 6, late: -0.25, started: 1 }, seconds: 3 }];
    await lookForRecordings();
    expect(useFound.getState().found).toHaveLength(1);
    await keepFound('old');
    expect(show().parts.at(-1)).toMatchObject({ at: 6.25, lane: 'voice', spans: [{ from: 0, to: 4 }] });
  });
});
