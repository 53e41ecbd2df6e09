import { startHistory } from '../../core/show';
import { removeParts, renameShow, setPartGain } from '../../core/show/edits';
import { boatOver } from '../../tests/boat';
import { fakeLocks } from '../../tests/locks';
import { narration, withNarrations } from '../../tests/heard';
import { showOf, withClip } from '../../tests/shows';
import { openRecord, saveRecord, START_PLACE } from '../shows/records';
import { addLaneOf, laneFor, useLaneInUse } from './lanes';
import { chosenParts, currentShow, leaveShow, openShow, rememberNow, rememberedNow, tapThing, useOpenShow } from './store';
import type { OpenSession } from './session';

const now = () => useOpenShow.getState();
const until = async (holds: () => boolean) => {
  while (!holds()) await new Promise((resolve) => setImmediate(resolve));
};
const may = () => now().state.status === 'open' && (now().state as { mayEdit: boolean }).mayEdit;

/** What listens on the page, by what it listens to. */
const page = { visibilityState: 'visible', heard: new Map<string, () => void>() };
const boat = new Map<string, string>();
let session: OpenSession;

beforeEach(async () => {
  const listening = {
    addEventListener: (what: string, run: () => void) => void page.heard.set(what, run),
    removeEventListener: (what: string) => void page.heard.delete(what),
  };
  const document = Object.defineProperty({ ...listening }, 'visibilityState', { get: () => page.visibilityState });
  Object.assign(globalThis, { document, window: listening, localStorage: boatOver(boat) });
  Object.defineProperty(globalThis, 'navigator', { value: { locks: fakeLocks() }, configurable: true });
  const show = withNarrations(withClip(showOf([5, 5], 30), 1, 4), narration(3001, 4, 1), narration(3002, 4, 6));
  await saveRecord(startHistory({ ...show, id: 'one' }), START_PLACE, 1);
  session = openShow('one');
  await until(may);
});
afterEach(async () => {
  await leaveShow(session);
  for (const name of ['document', 'window', 'localStorage']) Reflect.deleteProperty(globalThis, name);
});

it('taps choose one thing alone, or more of its kind, and take one out again; what is gone is chosen no longer', () => {
  tapThing('parts', 'say-3002', false);
  tapThing('parts', 'bed-1', true);
  expect(chosenParts().map(({ id }) => id)).toEqual(['say-3002', 'bed-1']);
  tapThing('pictures', 'p1', true);
  expect(now().chosen).toEqual({ kind: 'pictures', ids: ['p1'] });
  expect(chosenParts()).toEqual([]);
  now().chooseSeveral(true);
  tapThing('pictures', 'p2', false);
  tapThing('pictures', 'p1', false);
  expect(now().chosen).toEqual({ kind: 'pictures', ids: ['p2'] });
  tapThing('pictures', 'p2', false);
  expect([now().chosen, now().several]).toEqual([null, false]);
  now().choose({ kind: 'parts', ids: ['say-3001', 'bed-1'] });
  now().edit(removeParts, { ids: ['bed-1'], closeUp: false });
  expect(now().chosen).toEqual({ kind: 'parts', ids: ['say-3001'] });
  now().edit(removeParts, { ids: ['say-3001'], closeUp: false });
  expect(now().chosen).toBeNull();
  now().choose({ kind: 'own', id: 'clip' });
  now().edit(renameShow, { title: 'With a clip' });
  expect(now().chosen).toEqual({ kind: 'own', id: 'clip' });
});

it('sounds come to the lane that was added last, in this show alone', async () => {
  const [first] = currentShow()!.lanes.filter(({ kind }) => kind === 'voice');
  expect(laneFor(currentShow()!, 'voice').id).toBe(first!.id);
  addLaneOf('voice', 'Second voice');
  expect(laneFor(currentShow()!, 'voice').title).toBe('Second voice');
  // One that is gone is no longer in use.
  now().undo();
  expect(laneFor(currentShow()!, 'voice').id).toBe(first!.id);
  await leaveShow(session);
  expect(useLaneInUse.getState()).toEqual({});
});

it('where a person is in the show is kept without an edit, and is there when it is opened again', async () => {
  expect(rememberedNow()).toBe(START_PLACE.now);
  now().setFace('voice');
  now().setZoom(90);
  now().showOwn(false);
  now().setSnap(false);
  rememberNow(7.5);
  await leaveShow(session);
  expect(now().face).toBe(START_PLACE.face);
  const { place, history } = await openRecord('one');
  expect(place).toEqual({ now: 7.5, face: 'voice', zoom: 90, own: false, snap: false });
  expect(history.past).toEqual([]);
  session = openShow('one');
  await until(may);
  expect([now().face, now().zoom, now().own, now().snap, rememberedNow()]).toEqual(['voice', 90, false, false, 7.5]);
});

it('what is tried out is drawn and not saved; an edit ends it; one step takes back what came bit by bit', async () => {
  now().tryOut(setPartGain, { ids: ['bed-1'], gain: -9 }, true);
  expect([now().preview!.parts[0]!.gain, now().audible, currentShow()!.parts[0]!.gain]).toEqual([-9, true, 0]);
  now().endPreview();
  expect(now().preview).toBeNull();
  now().tryOut(setPartGain, { ids: ['bed-1'], gain: -9 });
  // An edit that changes nothing ends it all the same, and is no step.
  now().edit(setPartGain, { ids: ['bed-1'], gain: 0 });
  expect([now().preview, now().saved.status]).toEqual([null, 'saved']);
  const name = { key: 'edit.changeLoudness' } as const;
  const step = now().editOnto(setPartGain, { ids: ['bed-1'], gain: -1 }, null, name);
  now().editOnto(setPartGain, { ids: ['bed-1'], gain: -2 }, step, name);
  expect(now().saved.status).toBe('saving');
  now().undo();
  expect(currentShow()!.parts[0]!.gain).toBe(0);
  now().redo();
  expect(currentShow()!.parts[0]!.gain).toBe(-2);
  await leaveShow(session);
  expect((await openRecord('one')).history.show.parts[0]!.gain).toBe(-2);
});

it('a page that hides keeps what is not yet written where it survives its end, and writes it at once', async () => {
  await leaveShow(session);
  session = openShow('one');
  await until(may);
  now().edit(renameShow, { title: 'Written at once' });
  await until(() => now().saved.status === 'saved');
  now().edit(renameShow, { title: 'Hidden' });
  page.heard.get('visibilitychange')!();
  expect(boat.size).toBe(0);
  page.visibilityState = 'hidden';
  page.heard.get('visibilitychange')!();
  expect([...boat.values()].join()).toContain('Hidden');
  await until(() => now().saved.status === 'saved');
  expect(boat.size).toBe(0);
  page.visibilityState = 'visible';
  now().edit(renameShow, { title: 'Gone' });
  page.heard.get('pagehide')!();
  expect([...boat.values()].join()).toContain('Gone');
  await leaveShow(session);
  expect((await openRecord('one')).history.show.title).toBe('Gone');
  expect(page.heard.size).toBe(0);
});
