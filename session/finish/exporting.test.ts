import { Failure } from '../../core/failure';
import { FakeFiles } from '../../tests/opfs';

const mockDownloaded: string[] = [];
jest.mock('../download', () => ({
  writing: () => undefined,
  freeLater: (name: string) => mockDownloaded.push(`free ${name}`),
  download: (file: File, name: string) => mockDownloaded.push(`${name}, ${file.size} bytes`),
}));

import { cancelExport, forgetExport, runExport, sayBeside, shareFile, useExporting } from './exporting';

/** What a browser throws, as an error of this realm. */
const named = (name: string) => Object.assign(new Error('said no'), { name });
const JOB = { what: 'Writing', name: 'show.wav', type: 'audio/wav', pick: false };
const exporting = () => useExporting.getState().exporting;

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
  mockDownloaded.length = 0;
  useExporting.setState({ exporting: { status: 'idle' } });
});

it('what was written is handed over as a download and said with its numbers; forgotten, it is freed later', async () => {
  await runExport(JOB, async ({ name, target }, { onProgress }) => {
    expect([name, target]).toEqual(['show.wav', null]);
    onProgress!(0.5);
    expect(exporting()).toMatchObject({ status: 'writing', what: 'Writing', share: 0.5, left: null });
    files.put('written', name, new Uint8Array(1234));
    return { bytes: 1234, clipped: 3 };
  });
  expect(exporting()).toMatchObject({ status: 'done', name: 'show.wav', bytes: 1234, clipped: 3, unsound: 0 });
  expect(mockDownloaded).toEqual(['show.wav, 1234 bytes']);
  forgetExport();
  expect(mockDownloaded.at(-1)).toBe('free show.wav');
  expect(exporting()).toEqual({ status: 'idle' });
});

it('the time left is told once there is enough to go by', async () => {
  const clock = jest.spyOn(performance, 'now');
  clock.mockReturnValue(1000);
  await runExport(JOB, async (_to, { onProgress }) => {
    clock.mockReturnValue(1000 + 2000);
    onProgress!(0.25);
    // A quarter took two seconds.
    expect(exporting()).toMatchObject({ left: 6 });
    return { bytes: 0 };
  });
  clock.mockRestore();
});

it('one that is stopped leaves nothing to say; one that fails says why; what comes late of either is not shown', async () => {
  const stopped = runExport(JOB, (_to, { signal, onProgress }) => {
    return new Promise((_, failed) =>
      signal!.addEventListener('abort', () => {
        onProgress!(0.9);
        failed(new Failure('cancelled'));
      }),
    );
  });
  await Promise.resolve();
  cancelExport();
  await stopped;
  expect(exporting()).toEqual({ status: 'idle' });
  await runExport(JOB, async () => {
    throw new Failure('storage.full');
  });
  expect(exporting()).toMatchObject({ status: 'failed', failure: { code: 'storage.full' } });
  expect(mockDownloaded).toEqual([]);
});

it('goes where the person chose, and is no download then; one who thinks better of it is asked nothing', async () => {
  const handle = { name: 'mine.wav' };
  Object.defineProperty(globalThis, 'window', {
    value: { showSaveFilePicker: async ({ suggestedName }: { suggestedName: string }) => ({ ...handle, suggestedName }) },
    configurable: true,
  });
  await runExport({ ...JOB, pick: true }, async ({ target }) => {
    expect(target).toMatchObject({ suggestedName: 'show.wav' });
    return { bytes: 10 };
  });
  expect(exporting()).toMatchObject({ status: 'done', file: null });
  expect(mockDownloaded).toEqual([]);
  const away = async () => {
    throw named('AbortError');
  };
  Object.defineProperty(globalThis, 'window', { value: { showSaveFilePicker: away }, configurable: true });
  const write = jest.fn();
  await runExport({ ...JOB, pick: true }, write);
  expect(write).not.toHaveBeenCalled();
  expect(exporting()).toEqual({ status: 'idle' });
});

it('a small file beside a large one that is being written says nothing; sharing that is refused is said, called off it is not', async () => {
  useExporting.setState({ exporting: { status: 'writing', what: 'Film', share: 0, left: null } });
  sayBeside({ status: 'failed', failure: new Failure('unknown') });
  expect(exporting()).toMatchObject({ status: 'writing' });
  const share = jest.fn();
  Object.assign(navigator, { share });
  share.mockRejectedValueOnce(named('AbortError'));
  await shareFile(new File([], 'a.mp3'));
  expect(exporting()).toMatchObject({ status: 'writing' });
  share.mockRejectedValueOnce(named('NotAllowedError'));
  await shareFile(new File([], 'a.mp3'));
  expect(exporting()).toMatchObject({ status: 'failed' });
});
