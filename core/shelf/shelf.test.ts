import fc from 'fast-check';
import { PAGE, creditLine, wanted, offersOf, pageOf, plain, readShelfPage, readShelfQuery, type ShelfEntry, type ShelfQuery } from '.';

const entry = (change: Partial<ShelfEntry> = {}): ShelfEntry => ({
  id: 'a',
  kind: 'music',
  title: 'Harbour Lights',
  artist: 'The Fictive Few',
  licence: 'CC0',
  credit: '',
  words: ['calm', 'sea'],
  collection: 'calm',
  seconds: 90,
  tempo: 100,
  files: [{ url: '/shelf/sounds/a/0', title: 'Harbour Lights', bytes: 10 }],
  sum: null,
  ...change,
});

const words = ['calm', 'sea', 'rain', 'dance'];
const entries = fc.array(
  fc.record({
    kind: fc.constantFrom('music' as const, 'spot' as const),
    title: fc.constantFrom('Élan', 'Straße', 'Ήλιος', 'Ёлка', '雨の歌', 'Plain'),
    seconds: fc.integer({ min: 1, max: 300 }),
    tempo: fc.option(fc.integer({ min: 40, max: 200 })),
    words: fc.subarray(words),
    licence: fc.constantFrom('', 'CC0', 'CC BY 4.0'),
    collection: fc.constantFrom('', 'one', 'one/two'),
  }),
  { maxLength: 70 },
);
const query: fc.Arbitrary<ShelfQuery> = fc.record(
  {
    kind: fc.constantFrom('music' as const, 'spot' as const),
    shortest: fc.integer({ min: 0, max: 200 }),
    longest: fc.integer({ min: 50, max: 300 }),
    slowest: fc.integer({ min: 40, max: 120 }),
    fastest: fc.integer({ min: 80, max: 200 }),
    word: fc.constantFrom(...words),
    licence: fc.constantFrom('', 'CC0'),
    collection: fc.constantFrom('', 'one'),
  },
  { requiredKeys: [] },
);

it('pages hold every entry that is wanted once, in the order of the shelf, and none that is not', () => {
  fc.assert(
    fc.property(entries, query, (made, asked) => {
      const shelf = made.map((one, i) => entry({ ...one, id: `${i}` }));
      const first = pageOf(shelf, asked);
      const all = Array.from({ length: first.pages }, (_, page) => pageOf(shelf, { ...asked, page }).entries);
      expect(all.flat()).toEqual(shelf.filter(wanted(asked)));
      expect(all.slice(0, -1).every((page) => page.length === PAGE)).toBe(true);
      for (const one of all.flat()) {
        expect(one.seconds).toBeGreaterThanOrEqual(asked.shortest ?? 0);
        expect(one.seconds).toBeLessThanOrEqual(asked.longest ?? Infinity);
        if (asked.slowest !== undefined) expect(one.tempo).toBeGreaterThanOrEqual(asked.slowest);
        if (asked.word) expect(one.words).toContain(asked.word);
      }
    }),
  );
});

it('finds words in any script, without marks and cases, all of them somewhere', () => {
  const found = (title: string, q: string) => wanted({ q })(entry({ title }));
  expect(found('Élan vital', 'elan')).toBe(true);
  expect(found('Ήρεμη θάλασσα', 'ΘΑΛΑΣΣΑ')).toBe(true);
  expect(found('雨の歌', '雨')).toBe(true);
  expect(found('Harbour Lights', 'lights few')).toBe(true);
  expect(found('Harbour Lights', 'lights many')).toBe(false);
  expect(wanted({ q: 'drums', layers: true })(entry({ files: [entry().files[0]!, { ...entry().files[0]!, title: 'Drums' }] }))).toBe(true);
  expect(wanted({ layers: true })(entry())).toBe(false);
  fc.assert(fc.property(fc.string(), (text) => plain(plain(text)) === plain(text)));
});

it('offers what is there, the most frequent first', () => {
  const shelf = [entry(), entry({ words: ['calm'], licence: '' }), entry({ words: ['rain', 'calm'], collection: '' })];
  expect(offersOf(shelf)).toEqual({ words: ['calm', 'rain', 'sea'], licences: ['CC0'], collections: ['calm'] });
});

it('a credit line is the one that is given, else what is known; what nobody said has none', () => {
  expect(creditLine(entry({ credit: 'By Nobody' }))).toBe('By Nobody');
  expect(creditLine(entry())).toBe('“Harbour Lights”, The Fictive Few, CC0');
  expect(creditLine(entry({ artist: '' }))).toBe('“Harbour Lights”, CC0');
  expect(creditLine(entry({ artist: '', licence: '' }))).toBe('');
});

it('reads what comes over the network, and nothing else', () => {
  const page = { entries: [entry()], total: 1, page: 0, pages: 1, words: [], licences: [], collections: [], reading: null, problems: [] };
  expect(readShelfPage(JSON.parse(JSON.stringify(page)))).toEqual(page);
  expect(readShelfPage({ ...page, entries: [{ ...entry(), files: [] }] })).toBeNull();
  // An address that leads elsewhere is none of the shelf's.
  const elsewhere = entry({ files: [{ url: 'https://elsewhere.example/x.mp3', title: 'x', bytes: 1 }] });
  expect(readShelfPage({ ...page, entries: [elsewhere] })).toBeNull();
  fc.assert(fc.property(fc.anything(), (raw) => expect(readShelfPage(raw)).toBeNull()));
  expect(readShelfQuery({ q: 'rain', page: '2', layers: 'true', longest: '60', nonsense: 'x' })).toEqual({
    q: 'rain',
    page: 2,
    layers: true,
    longest: 60,
  });
  expect(readShelfQuery({ page: '-1' })).toBeNull();
  expect(readShelfQuery({ kind: 'film' })).toBeNull();
});
