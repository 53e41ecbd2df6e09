import { freeze } from 'immer';
import { readFileSync } from 'node:fs';
import Ajv2019 from 'ajv/dist/2019';
import { SCHEMA_PATH, schemaText } from '../../tests/schema';
import { photoMedia, showOf, soundMedia, withClip } from '../../tests/shows';
import { addLine, addPictures, layNarration, newCreditsCard, setAim, setArtist, setCredit, setMaster } from './edits';
import { VOICE_LANE, faultOf, type Show } from '.';

// Ajv is another hand's reader of JSON Schema (https://json-schema.org, draft 2019-09).
const valid = new Ajv2019({ strict: false, allErrors: true }).compile(JSON.parse(readFileSync(SCHEMA_PATH, 'utf8')) as object);

it('is written down as it is: docs/show.schema.json (made anew by `node scripts/schema.mjs`)', () => {
  expect(readFileSync(SCHEMA_PATH, 'utf8')).toBe(schemaText());
});

it('describes the shows that are written, and no others', () => {
  const narration = soundMedia(77, 4);
  let show = withClip(showOf([3, 4], 9), 1, 6);
  show = layNarration(show, { id: 'said', lane: VOICE_LANE, at: 1, media: narration, from: 0 });
  show = addLine(show, { line: { id: 'later', lane: VOICE_LANE, at: 5, words: 'To be said.' } });
  show = addPictures(show, { pictures: [newCreditsCard('end', '#101010')], media: [photoMedia(9)], index: 9 });
  show = setMaster(setAim(setArtist(show, { artist: 'Class 4b' }), { aim: -16 }), { gain: 2, ceiling: -1 });
  show = setCredit(show, { media: show.parts[0]!.media, credit: 'Rill, free to use' });
  const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
  expect([valid(plain(show)), valid.errors]).toEqual([true, null]);
  for (const broken of [
    { ...show, shape: '2:1' },
    { ...show, master: { gain: 99 } },
    { ...show, parts: [{ ...show.parts[0]!, spans: [] }] },
    { ...show, pictures: [{ ...show.pictures[0]!, kind: 'door' }] },
    { ...show, lanes: [] },
    { ...show, extra: 1 },
  ])
    expect(valid(plain(broken))).toBe(false);
});

it('is bounded as a whole: a small file may name very many passages, pins and media', () => {
  const show = showOf([10], 9);
  const [part] = show.parts;
  const many = (count: number, spans: number, pins: number) =>
    Array.from({ length: count }, (_, i) => ({
      ...part!,
      id: `part-${i}`,
      spans: Array.from({ length: spans }, () => part!.spans[0]!),
      pins: Array.from({ length: pins }, (__, k) => ({ at: k / 100, gain: 0 })),
    }));
  const why = (change: Partial<Show>) => faultOf({ ...show, ...change });
  expect(why({ parts: many(100, 199, 0) })).toBeNull();
  expect(why({ parts: many(2000, 300, 0) })).toMatch(/600000 passages/);
  expect(why({ parts: many(100, 1, 1900) })).toMatch(/190000 pins/);
  const media = Object.fromEntries(Array.from({ length: 5001 }, (_, i) => [photoMedia(i + 5000).id, photoMedia(i + 5000)]));
  expect(why({ media: { ...show.media, ...media } })).toMatch(/5000 media/);
});

it('remembers what was valid, and never more than that: what a later change breaks is found', () => {
  // The second look finds lists that were found valid by the first.
  const show = freeze(withClip(showOf([3, 4], 9), 1, 6), true);
  for (let look = 0; look < 2; look += 1) expect(faultOf(show)).toBeNull();
  const why = (change: Partial<Show>) => faultOf(freeze({ ...show, ...change }, true));
  const [first] = show.pictures;
  const without = Object.fromEntries(Object.entries(show.media).filter(([id]) => first!.kind === 'card' || id !== first!.media));
  for (let look = 0; look < 2; look += 1) {
    expect(why({ media: without })).toMatch(/names no photo/);
    expect(why({ pictures: [...show.pictures, first!] })).toMatch(/twice/);
    expect(why({ pictures: [{ ...first!, hold: -1 }] })).toMatch(/pictures\[0\]/);
    expect(why({ lanes: show.lanes.filter(({ kind }) => kind !== 'bed') })).toMatch(/names no lane/);
    expect(why({})).toBeNull();
  }
});
