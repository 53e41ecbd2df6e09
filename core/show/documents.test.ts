import fc from 'fast-check';
import { Failure } from '../failure';
import { showOf } from '../../tests/shows';
import { readHistory, startHistory } from './history';
import { compareLengths, placePictures, stageAt } from './placement';
import { readShow } from './schema';

const codeOf = (work: () => unknown) => {
  try {
    work();
    return 'none';
  } catch (error) {
    return error instanceof Failure ? error.code : error;
  }
};

describe('what comes from outside', () => {
  it('reads back what it wrote', () => {
    const show = showOf([5, 6], 30);
    expect(readShow(JSON.parse(JSON.stringify(show)))).toEqual(show);
  });

  it('tells newer shows from damaged ones', () => {
    expect(codeOf(() => readShow({ ...showOf([5]), format: 2 }))).toBe('show.newer');
    for (const raw of [null, 7, 'x', [], {}, { format: 1 }, { ...showOf([5]), pictures: 'none' }]) {
      expect(codeOf(() => readShow(raw))).toBe('show.damaged');
    }
  });

  it('refuses names that lead nowhere, passages past the end, and foreign fields', () => {
    const show = showOf([5], 30);
    const part = show.parts[0]!;
    const wrong = [
      { ...show, media: {} },
      { ...show, parts: [{ ...part, lane: 'nowhere' }] },
      { ...show, parts: [{ ...part, spans: [{ from: 0, to: 31, join: 0 }] }] },
      { ...show, parts: [{ ...part, spans: [{ from: 3, to: 2, join: 0 }] }] },
      { ...show, parts: [part, part] },
      { ...show, surprise: true },
      { ...show, pictures: [{ ...show.pictures[0]!, hold: -1 }] },
    ];
    for (const raw of wrong) expect(codeOf(() => readShow(raw))).toBe('show.damaged');
  });

  it('never crashes on mutated shows: a show comes out or a Failure', () => {
    const text = JSON.stringify(showOf([5, 6], 30));
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.string({ maxLength: 3 }), (at, put) => {
        let raw: unknown;
        try {
          raw = JSON.parse(text.slice(0, at) + put + text.slice(at + 1));
        } catch {
          return;
        }
        expect(['none', 'show.damaged', 'show.newer']).toContain(codeOf(() => readShow(raw)));
      }),
      { numRuns: 400 },
    );
  });

  it('keeps a sound show whose undo steps are damaged', () => {
    const show = showOf([5]);
    const past = [{ title: 'x', patches: [], inverse: [{ op: 'replace', path: ['pictures', 'nine', 'hold'], value: 3 }] }];
    expect(readHistory({ show, past, future: [] })).toEqual(startHistory(show));
    expect(readHistory({ show, past: 'none', future: 4 })).toEqual(startHistory(show));
  });
});

describe('placement', () => {
  it('says how the two lengths differ', () => {
    expect(compareLengths(showOf([5], 30))).toMatchObject({ pictures: 5, bed: 30, difference: 25, verdict: 'over' });
    expect(compareLengths(showOf([50], 30)).verdict).toBe('short');
    expect(compareLengths(showOf([30], 30)).verdict).toBe('fits');
    expect(compareLengths(showOf([30])).verdict).toBe('no-bed');
    expect(compareLengths(showOf([], 30)).verdict).toBe('no-pictures');
  });

  it('shows one picture, or two where they dissolve, at every moment', () => {
    const placed = placePictures(showOf([5, 6, 7]));
    expect(stageAt(placed, 0)).toMatchObject({ shown: { index: 0 }, coming: null });
    expect(stageAt(placed, 4.75)).toMatchObject({ shown: { index: 0 }, coming: { picture: { index: 1 }, share: 0.5 } });
    expect(stageAt(placed, 5)).toMatchObject({ shown: { index: 1 }, coming: null });
    expect(stageAt(placed, 17.9)).toMatchObject({ shown: { index: 2 }, coming: null });
    expect(stageAt(placed, 99)).toMatchObject({ shown: { index: 2 } });
    expect(stageAt([], 1)).toBeNull();
  });
});
