import { mediaId, showOf, soundMedia, withClip } from '../../tests/shows';
import { narration, withNarrations } from '../../tests/heard';
import { planShow } from '../mix';
import { crossingsOf } from './crossings';
import { LANES, LANE_KINDS, asKind, lanesOf } from './lanes';
import { FIRST_LANES } from './newShow';
import { compareLengths, partsOn } from './placement';
import { faultOf, readShow } from './schema';
import type { Show } from './types';
import * as edits from './edits';

/** A show of 30 s with music as long as it is, and an ambience of 40 s on another lane of the bed. */
function twoBeds(): Show {
  const show = edits.addLane(showOf([30], 30), { id: 'rain', kind: 'bed', title: 'Rain outside' });
  const media = soundMedia(1001, 40);
  return edits.layParts(show, { parts: [edits.newPart('air', { id: 'rain', kind: 'bed' }, media)], media: [media], instead: [] });
}

it('two long beds at once are no crossing: both sound whole, and the longer one is how long the bed is', () => {
  const show = twoBeds();
  expect(crossingsOf(show)).toEqual([]);
  const plan = planShow(show);
  expect(plan.parts.map(({ id, into, out }) => [id, into, out])).toEqual([
    ['bed-1', null, null],
    ['air', null, null],
  ]);
  expect(compareLengths(show)).toMatchObject({ bed: 40, verdict: 'over' });
  // On one lane the same two do cross.
  const one = edits.toLane(edits.movePart(show, { id: 'air', at: 10 }), { ids: ['air'], lane: FIRST_LANES.bed.id });
  expect(crossingsOf(one)).toHaveLength(1);
});

it('lanes of a kind stand together, no more than the kind may have, and the last one stays with what lies on it', () => {
  let show = twoBeds();
  expect(lanesOf(show, 'bed').map(({ id }) => id)).toEqual(['bed', 'rain']);
  for (let i = 0; i < 10; i += 1) show = edits.addLane(show, { id: `more-${i}`, kind: 'bed', title: '' });
  expect(lanesOf(show, 'bed')).toHaveLength(LANES.bed.most);
  for (const { id } of lanesOf(show, 'bed')) show = edits.removeLane(show, { id });
  expect(lanesOf(show, 'bed')).toHaveLength(1);
  expect(partsOn(show, 'bed').map(({ id }) => id)).toEqual(['bed-1', 'air']);
  expect(faultOf(show)).toBeNull();
});

it('refuses a part that has what its kind has not, or that lies on a lane of another kind', () => {
  const show = withNarrations(withClip(showOf([5, 5], 10), 1, 8), narration(7, 3, 1));
  expect(faultOf(show)).toBeNull();
  const [music, said] = show.parts;
  const withPart = (change: object) => faultOf({ ...show, parts: [{ ...music!, ...change } as typeof music & object] });
  expect(withPart({ words: 'la la' })).toMatch(/words/);
  expect(withPart({ clip: 'clip' })).toMatch(/clip/);
  expect(withPart({ lane: FIRST_LANES.spot.id })).toMatch(/another kind/);
  expect(faultOf({ ...show, parts: [{ ...said!, takes: [], words: 'so' } as typeof said & object] })).toBeNull();
  for (const kind of LANE_KINDS)
    expect(Object.keys(asKind({ ...said!, words: 'so' } as typeof said & object, kind)).includes('words')).toBe(kind === 'voice');
});

it('brings older shows along: a part gets the kind of its lane and loses what that never had', () => {
  const show = twoBeds();
  const older = {
    ...show,
    format: 7,
    parts: show.parts.map((part) => ({ ...part, kind: undefined, words: 'never said' })),
  };
  const read = readShow(JSON.parse(JSON.stringify(older)));
  expect(read.parts.map(({ kind, words }) => [kind, words])).toEqual([
    ['bed', undefined],
    ['bed', undefined],
  ]);
  expect(read.media[mediaId(1001)]).toBeDefined();
});
