import { sayPhrase } from '../../words';
import fc from 'fast-check';
import { Failure } from '../failure';
import { beatsHeard, narration, withNarrations } from '../../tests/heard';
import { clipMedia, mediaId, showOf, soundMedia, withClip } from '../../tests/shows';
import { FIRST_LANES, LIMITS, faultOf, showSeconds, type Media, type Show } from '../show';
import {
  addPictures,
  newCard,
  newPart,
  setClipSpeed,
  setDissolve,
  setMark,
  setPins,
  setPlayed,
  splitParts,
  stopEarly,
  trimEdge,
} from '../show/edits';
import { readTimeline, timelineOf } from '.';

/**
 * Every field of the schemas that are written (OpenTimelineIO, “Serialized Data Documentation”; from memory, and read by its reference library by
 * hand). Nothing more may be written, nothing may be missing.
 */
const ITEM = ['metadata', 'name', 'source_range', 'effects', 'markers', 'enabled'];
const FIELDS: Readonly<Record<string, readonly string[]>> = {
  'Timeline.1': ['metadata', 'name', 'global_start_time', 'tracks'],
  'Stack.1': [...ITEM, 'children'],
  'Track.1': [...ITEM, 'children', 'kind'],
  'Clip.2': [...ITEM, 'media_references', 'active_media_reference_key'],
  'Gap.1': ITEM,
  'Transition.1': ['metadata', 'name', 'transition_type', 'in_offset', 'out_offset'],
  'ExternalReference.1': ['metadata', 'name', 'available_range', 'available_image_bounds', 'target_url'],
  'GeneratorReference.1': ['metadata', 'name', 'available_range', 'available_image_bounds', 'generator_kind', 'parameters'],
  'Marker.2': ['metadata', 'name', 'color', 'comment', 'marked_range'],
  'LinearTimeWarp.1': ['metadata', 'name', 'effect_name', 'time_scalar'],
  'TimeRange.1': ['start_time', 'duration'],
  'RationalTime.1': ['rate', 'value'],
};

interface Node {
  OTIO_SCHEMA: string;
  [key: string]: unknown;
}

/** Everything of the exchange format in a tree, metadata left aside. */
function* nodes(value: unknown): Generator<Node> {
  if (typeof value !== 'object' || value === null) return;
  if ('OTIO_SCHEMA' in value) yield value as Node;
  for (const [key, inner] of Object.entries(value)) if (key !== 'metadata' && key !== 'parameters') yield* nodes(inner);
}

const seconds = (time: unknown) => (time as { value: number; rate: number }).value / (time as { rate: number }).rate;
const lasts = (node: Node) => (node.source_range ? seconds((node.source_range as { duration: unknown }).duration) : 0);

/** Pictures of all kinds, a bed of two pieces that overlap and one that is nudged and cut, a narration. */
function rich(): Show {
  let show = withClip(showOf([4.1, 3.3, 5], 20), 1, 9, { from: 1.25, hold: 6.5 });
  show = addPictures(show, { pictures: [newCard('card', '#A0B0C0', 'The rain garden')], media: [], index: 2 });
  show = setDissolve(show, { ids: ['p1'], seconds: 0.8 });
  show = splitParts(show, { ids: [['bed-1', 'half']], moment: 7.5 });
  show = setPins(show, { id: 'half', pins: [{ at: 1, gain: -3 }] });
  show = stopEarly(show, { id: 'half', end: 15, fade: 2 });
  const second = soundMedia(31, 12);
  show = {
    ...show,
    media: { ...show.media, [second.id]: second },
    parts: [...show.parts, { ...newPart('over', FIRST_LANES.bed, second), at: 13 }],
  };
  show = setClipSpeed(show, { id: 'clip', change: { speed: 1.3, loose: true }, apart: true });
  show = setPlayed(show, { ids: ['over'], change: { speed: 0.9, backwards: true, pitch: 2 } });
  show = trimEdge(show, { id: 'over', edge: 'start', moment: 13.5 });
  show = setMark(show, { id: 'mark', at: 7.25, name: 'Drops' });
  return withNarrations(show, narration(40, 5, 3, { words: 'It rains.' }));
}

const read = (show: Show, known: readonly Media[] = []) => {
  let next = 0;
  return readTimeline(
    JSON.parse(timelineOf(show, new Map([[mediaId(1000), beatsHeard(20, 120, 4)]]), sayPhrase)),
    known,
    () => `n${(next += 1)}`,
  );
};

it('writes every field of the published schemas, and no other', () => {
  const kinds = new Set<string>();
  for (const node of nodes(JSON.parse(timelineOf(rich(), new Map([[mediaId(1000), beatsHeard(20, 120, 4)]]), sayPhrase)))) {
    kinds.add(node.OTIO_SCHEMA);
    expect({
      [node.OTIO_SCHEMA]: Object.keys(node)
        .filter((key) => key !== 'OTIO_SCHEMA')
        .sort(),
    }).toEqual({
      [node.OTIO_SCHEMA]: [...FIELDS[node.OTIO_SCHEMA]!].sort(),
    });
  }
  expect([...kinds].sort()).toEqual(Object.keys(FIELDS).sort());
});

it('lays everything at its time: tracks add up, what overlaps lies on tracks of its own', () => {
  const show = rich();
  const timeline = JSON.parse(timelineOf(show, new Map(), sayPhrase)) as {
    tracks: { children: (Node & { name: string; children: Node[] })[] };
  };
  const tracks = timeline.tracks.children;
  expect(tracks.map(({ name }) => name)).toEqual(['Pictures', 'Bed', 'Bed 2', 'Voice', 'Clips’ sound', 'Spot sounds']);
  const ends = tracks.map(({ children }) =>
    children.filter((one) => one.OTIO_SCHEMA !== 'Transition.1').reduce((sum, one) => sum + lasts(one), 0),
  );
  expect(ends[0]).toBeCloseTo(showSeconds(show), 9);
  expect(ends.slice(1, 5).map((end) => Number(end.toFixed(6)))).toEqual(
    [15, 13 + 12 / 0.9, 8, 4.1 + 6.5 / 1.3].map((end) => Number(end.toFixed(6))),
  );
  const markers = [...nodes(timeline)].filter((one) => one.OTIO_SCHEMA === 'Marker.2');
  expect(markers.map(({ name }) => name)).toEqual(['Drops']);
  const [dissolve] = [...nodes(tracks[0])].filter((one) => one.OTIO_SCHEMA === 'Transition.1');
  expect([seconds(dissolve!.in_offset), seconds(dissolve!.out_offset)]).toEqual([expect.closeTo(0.8, 9), 0]);
});

it('comes back as it was', () => {
  const show = rich();
  const { show: back, leftOut } = read(show);
  expect(leftOut).toEqual([]);
  const tidy = ({ marks, pictures, parts, lanes, dips, shape, black, title }: Show) => {
    const near = (value: unknown): unknown =>
      typeof value === 'number'
        ? Number(value.toFixed(6))
        : Array.isArray(value)
          ? value.map(near)
          : typeof value === 'object' && value !== null
            ? Object.fromEntries(
                Object.entries(value)
                  .filter(([, one]) => one !== undefined)
                  .map(([key, one]) => [key, near(one)]),
              )
            : value;
    return near({ marks, pictures, lanes, dips, shape, black, title, parts: [...parts].sort((a, b) => a.id.localeCompare(b.id)) });
  };
  expect(tidy(back)).toEqual(tidy(show));
  expect(back.media).toEqual(Object.fromEntries(Object.entries(show.media).filter(([id]) => back.media[id])));
});

it('takes what it knows of a timeline from elsewhere, and names what it does not know', () => {
  const time = (value: number, rate: number) => ({ OTIO_SCHEMA: 'RationalTime.1', value, rate });
  const range = (from: number, length: number) => ({
    OTIO_SCHEMA: 'TimeRange.1',
    start_time: time(from * 25, 25),
    duration: time(length * 25, 25),
  });
  const clip = (name: string, from: number, length: number, more: object = {}) => ({
    OTIO_SCHEMA: 'Clip.1',
    name,
    source_range: range(from, length),
    media_reference: { OTIO_SCHEMA: 'ExternalReference.1', target_url: `file:///home/somebody/${encodeURIComponent(name)}` },
    ...more,
  });
  const raw = {
    OTIO_SCHEMA: 'Timeline.1',
    name: 'From elsewhere',
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      children: [
        {
          OTIO_SCHEMA: 'Track.1',
          kind: 'Video',
          name: 'V1',
          children: [
            clip('Clip 5.mp4', 2, 3, {
              effects: [{ OTIO_SCHEMA: 'Effect.1', effect_name: 'Blur' }],
              markers: [{ OTIO_SCHEMA: 'Marker.2', name: 'jump', marked_range: range(3, 0) }],
            }),
            { OTIO_SCHEMA: 'Transition.1', transition_type: 'SMPTE_Dissolve', in_offset: time(10, 25), out_offset: time(10, 25) },
            clip('unknown ü.mov', 0, 4),
            { OTIO_SCHEMA: 'Gap.1', source_range: range(0, 2) },
            { OTIO_SCHEMA: 'Stack.1', name: 'nested', source_range: range(0, 1), children: [] },
          ],
        },
        { OTIO_SCHEMA: 'Track.1', kind: 'Video', name: 'V2', children: [] },
        {
          OTIO_SCHEMA: 'Track.1',
          kind: 'Audio',
          name: 'Narration',
          markers: [
            { OTIO_SCHEMA: 'Marker.2', name: 'check this' },
            { OTIO_SCHEMA: 'Marker.2', name: ' turn ', marked_range: range(3, 0) },
          ],
          children: [
            { OTIO_SCHEMA: 'Gap.1', source_range: range(0, 1.5) },
            clip('Sound 6.wav', 0.5, 2),
            clip('gone.wav', 0, 1),
            clip('Sound 6.wav', 3, 20),
          ],
        },
      ],
    },
  };
  const { show, leftOut } = readTimeline(raw, [clipMedia(5, 9), soundMedia(6, 8)], () => `x${Math.random().toString(36).slice(2)}`);
  expect(show.title).toBe('From elsewhere');
  expect(show.pictures.map((one) => [one.kind, one.hold, Number(one.dissolve.toFixed(3))])).toEqual([
    ['clip', 3, 0.8],
    ['card', 4, 0],
    ['card', 2, 0],
    ['card', 1, 0],
  ]);
  expect(show.pictures[0]).toMatchObject({ from: 2 });
  expect(show.pictures[1]).toMatchObject({ words: 'unknown ü.mov' });
  expect(
    show.parts.map(({ at, spans, lane }) => [at, spans[0]!.from, spans[0]!.to, show.lanes.find((one) => one.id === lane)!.kind]),
  ).toEqual([
    [1.5, 0.5, 2.5, 'voice'],
    [4.5, 3, 8, 'voice'],
  ]);
  // A clip's marker lies in its own time, a track's in that of the show.
  expect(show.marks).toMatchObject([
    { at: 1, name: 'jump' },
    { at: 3, name: 'turn' },
  ]);
  expect(show.lanes.find((one) => one.kind === 'voice')!.title).toBe('Narration');
  expect(leftOut).toEqual([
    { what: 'effect', name: 'Blur' },
    { what: 'picture', name: 'unknown ü.mov' },
    { what: 'kind', name: 'Stack.1' },
    { what: 'track', name: 'V2' },
    { what: 'marker', name: 'check this' },
    { what: 'sound', name: 'gone.wav' },
  ]);
});

it('answers whatever is in a timeline with a sound show or in words: 300 that were changed at random', () => {
  const good = timelineOf(rich(), new Map(), sayPhrase);
  const value = fc.oneof(fc.jsonValue({ maxDepth: 2 }), fc.constantFrom(-1, 1e12, 0, null, '', 'Gap.1', 'Clip.2'));
  let next = 0;
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(), value), { minLength: 1, maxLength: 3 }), (changes) => {
      const raw = JSON.parse(good) as object;
      for (const [at, put] of changes) {
        const places = [...slots(raw)];
        const [owner, key] = places[at % places.length]!;
        owner[key] = put;
      }
      try {
        const { show } = readTimeline(raw, [], () => `n${(next += 1)}`);
        expect(faultOf(show)).toBeNull();
      } catch (error) {
        expect(error).toBeInstanceOf(Failure);
      }
    }),
    { numRuns: 300 },
  );
});

/** Every place of a tree that holds a value. */
function* slots(tree: object): Generator<[owner: Record<string, unknown>, key: string]> {
  for (const [key, inner] of Object.entries(tree)) {
    yield [tree as Record<string, unknown>, key];
    if (typeof inner === 'object' && inner !== null) yield* slots(inner as object);
  }
}

it('reads as many clips as a show holds in a moment, and says of more that they are too many', () => {
  const span = {
    start_time: { OTIO_SCHEMA: 'RationalTime.1', rate: 30, value: 0 },
    duration: { OTIO_SCHEMA: 'RationalTime.1', rate: 30, value: 30 },
  };
  const timeline = (kind: string, count: number) => ({
    OTIO_SCHEMA: 'Timeline.1',
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      children: [
        {
          OTIO_SCHEMA: 'Track.1',
          kind,
          children: Array.from({ length: count }, () => ({ OTIO_SCHEMA: 'Clip.2', source_range: { OTIO_SCHEMA: 'TimeRange.1', ...span } })),
        },
      ],
    },
  });
  let next = 0;
  const read = (kind: string, count: number) => readTimeline(timeline(kind, count), [], () => `n${(next += 1)}`);
  expect(read('Video', LIMITS.pictures).show.pictures).toHaveLength(LIMITS.pictures);
  expect(() => read('Video', 100_000)).toThrow(expect.objectContaining({ code: 'file.damaged', details: { why: 'many' } }));
  // It stopped there: no id was made for what follows.
  expect(next).toBeLessThan(3 * LIMITS.pictures);
  expect(read('Audio', 100_000).leftOut).toHaveLength(100_000);
});

it('refuses what is no timeline', () => {
  for (const raw of [null, 7, [], {}, { OTIO_SCHEMA: 'Clip.2' }, { OTIO_SCHEMA: 'Timeline.1', tracks: null }])
    expect(() => readTimeline(raw, [], () => 'id')).toThrow(expect.objectContaining({ code: 'timeline.foreign' }));
});
