import { setCredit } from '../../core/show/edits';
import { narration, profile, withNarrations } from '../../tests/heard';
import { mediaId, showOf } from '../../tests/shows';

const mockHeard = jest.fn();
jest.mock('../sound/heard', () => ({ heardFor: (show: unknown) => mockHeard(show) as unknown }));
jest.mock('../../engine/media/hearings', () => ({ keptHearing: async () => null }));
const mockFiles: File[] = [];
jest.mock('../download', () => ({
  ...jest.requireActual<object>('../download'),
  download: (file: File) => mockFiles.push(file),
}));

import { useExporting } from './exporting';
import { savePaper, textOf, type Paper } from './papers';

const show = {
  ...withNarrations(
    setCredit(showOf([4, 6], 10), { media: mediaId(1000), credit: 'Rill, free' }),
    narration(7, 3, 2, { words: 'It rained.' }),
  ),
  title: 'Rain & “garden” / 2',
};

beforeEach(() => {
  mockFiles.length = 0;
  mockHeard.mockReset().mockResolvedValue(new Map([[mediaId(7), profile(3, [[0.5, 2]])]]));
  useExporting.setState({ exporting: { status: 'idle' } });
});

it('each paper is saved under the title of the show, with an ending of its own, and says what is in it', async () => {
  const papers: readonly (readonly [Paper, RegExp, RegExp])[] = [
    ['captions.vtt', /^Rain & “garden” 2\.vtt$/, /^WEBVTT\n[^]*00:00:02\.500 --> 00:00:04\.000\nIt rained\./],
    ['captions.srt', /\.srt$/, /00:00:02,500 --> 00:00:04,000\r?\nIt rained\./],
    ['credits.txt', /\.txt$/, /Rill, free/],
    ['cues.csv', /\.csv$/, /Rill, free/],
    ['cues.txt', /\.txt$/, /Sound 1000/],
    ['moments.csv', /\.csv$/, /,/],
    ['timeline.otio', /\.otio$/, /"Timeline\.1"/],
  ];
  for (const [paper, name, holds] of papers) {
    await savePaper(show, paper);
    const file = mockFiles.at(-1)!;
    expect(file.name).toMatch(name);
    expect(await file.text()).toMatch(holds);
    expect(await file.text()).toBe(await textOf(show, paper));
    expect(useExporting.getState().exporting).toMatchObject({ status: 'done', name: file.name, bytes: file.size });
  }
  expect(new Set(mockFiles.map(({ name }) => name)).size).toBe(papers.length);
});

it('captions whose sound cannot be listened to are refused in words, and nothing is saved', async () => {
  mockHeard.mockRejectedValue(new Error('it is gone'));
  await savePaper(show, 'captions.vtt');
  expect(mockFiles).toEqual([]);
  expect(useExporting.getState().exporting).toMatchObject({ status: 'failed' });
});
