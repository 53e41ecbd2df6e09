import fc from 'fast-check';
import { Failure } from '../failure';
import { showOf, withClip } from '../../tests/shows';
import { readHistory, startHistory } from './history';
import { compareLengths, pictureAt, placePictures, showSeconds } from './placement';
import { readShow } from './schema';
import { FORMAT, type Clip } from './types';

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
    expect(codeOf(() => readShow({ ...showOf([5]), format: FORMAT + 1 }))).toBe('show.newer');
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

  it('says a step that was kept with a title as it was written', () => {
    const show = showOf([5]);
    const kept = { number: 1, title: 'tap along', forth: [], back: [{ p: ['title'], v: 'y' }] };
    const [step] = readHistory({ show, past: [kept], future: [] }).past;
    expect(step).toEqual({ number: 1, name: { key: 'edit.asItWasNamed', values: { name: 'tap along' } }, forth: [], back: kept.back });
  });

  it('keeps a valid show whose undo steps are damaged', () => {
    const show = showOf([5]);
    const step = (number: number, back: object[]) => ({ number, name: { key: 'x' }, forth: [], back });
    const astray = [step(1, [{ p: ['pictures', 'nine', 'hold'], v: 3 }])];
    expect(readHistory({ show, past: astray, future: [] })).toMatchObject({ show, past: [], future: [] });
    const good = step(3, [{ p: ['title'], v: 'y' }]);
    // One that is missing or no step ends the way back; what lies nearer is kept.
    for (const hole of [null, 7, { ...good, number: 0 }, { ...good, back: [{ p: 'title', v: 1 }] }, step(2, [{ p: [], v: 1, gone: 1 }])]) {
      expect(readHistory({ show, past: [step(1, []), hole, good], future: [hole] })).toMatchObject({
        show,
        past: [good],
        future: [],
        next: 4,
      });
    }
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

  it('finds the picture of every moment; outside the show, its ends', () => {
    const placed = placePictures(showOf([5, 6, 7]));
    expect([-1, 0, 4.999, 5, 10.999, 11, 99].map((moment) => pictureAt(placed, moment)?.index)).toEqual([0, 0, 0, 1, 1, 2, 2]);
    expect(pictureAt([], 1)).toBeNull();
  });
});

describe('a show of the first format', () => {
  const without = (value: object, ...names: string[]) =>
    Object.fromEntries(Object.entries(value).filter(([name]) => !names.includes(name)));
  /** What the first version wrote. */
  const old = () => {
    const show = showOf([5, 6], 30);
    return {
      ...without(show, 'shape', 'black', 'ownStart'),
      format: 1,
      pictures: show.pictures.map((one) => without(one, 'framing')),
      lanes: show.lanes.filter((one) => one.kind !== 'own' && one.kind !== 'spot'),
      parts: show.parts.map((one) => without(one, 'kind', 'quiet', 'pins')),
    };
  };

  it('is brought up to date with nothing lost', () => {
    expect(readShow(old())).toEqual(showOf([5, 6], 30));
  });

  it('leaves its undo steps behind, for they describe the old document', () => {
    const past = [{ number: 1, title: 'x', forth: [], back: [{ p: ['title'], v: 'y' }] }];
    expect(readHistory({ show: old(), past, future: [] })).toEqual(startHistory(showOf([5, 6], 30)));
    expect(readHistory({ show: showOf([5]), past, future: [] }).past).toHaveLength(1);
  });
});

it('knows clips and cards: their media, their bounds, their length', () => {
  const show = withClip(showOf([5]), 1, 8, { from: 1, hold: 6 });
  const clip = show.pictures[1] as Clip;
  expect(showSeconds(show)).toBe(11);
  expect(readShow(show)).toEqual(show);
  const wrong: object[] = [
    { ...clip, hold: 7.5 },
    { ...clip, media: show.pictures[0]!.id },
    { ...clip, own: { ...clip.own, gain: 99 } },
    { ...clip, own: { ...clip.own, quiet: [{ from: 2, to: 1 }] } },
    { ...clip, framing: 'tilt' },
    { id: 'card', kind: 'card', hold: 3, dissolve: 3, colour: 'red', words: '' },
    { ...clip, dissolve: 7 },
  ];
  for (const one of wrong) expect(codeOf(() => readShow({ ...show, pictures: [show.pictures[0], one] }))).toBe('show.damaged');
});
