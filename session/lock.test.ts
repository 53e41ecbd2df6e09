import { fakeLocks } from '../tests/locks';
import { holdShow, withShow } from './lock';

const settled = () => new Promise((resolve) => setImmediate(resolve));

it('gives a show to one tab, tells the second, and hands it over when the first lets go', async () => {
  Object.defineProperty(globalThis, 'navigator', { value: { locks: fakeLocks() }, configurable: true });
  const first: boolean[] = [];
  const second: boolean[] = [];
  const releaseFirst = holdShow('a', (mine) => first.push(mine));
  await settled();
  const releaseSecond = holdShow('a', (mine) => second.push(mine));
  const other: boolean[] = [];
  const releaseOther = holdShow('b', (mine) => other.push(mine));
  await settled();
  expect([first, second, other]).toEqual([[true], [false], [true]]);
  releaseFirst();
  await settled();
  expect(second).toEqual([false, true]);
  releaseSecond();
  releaseOther();
});

it('forgets a tab that stopped waiting, and lets every tab edit where there are no locks', async () => {
  Object.defineProperty(globalThis, 'navigator', { value: { locks: fakeLocks() }, configurable: true });
  const seen: boolean[] = [];
  const releaseFirst = holdShow('a', () => undefined);
  await settled();
  const release = holdShow('a', (mine) => seen.push(mine));
  await settled();
  release();
  releaseFirst();
  await settled();
  expect(seen).toEqual([false]);
  Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true });
  holdShow('a', (mine) => seen.push(mine))();
  expect(seen).toEqual([false, true]);
});

it('changes a show from the list only while no tab edits it; what the change itself throws is its own', async () => {
  Object.defineProperty(globalThis, 'navigator', { value: { locks: fakeLocks() }, configurable: true });
  expect(await withShow('a', async () => 'renamed')).toBe('renamed');
  const release = holdShow('a', () => undefined);
  await settled();
  const work = jest.fn();
  await expect(withShow('a', work)).rejects.toMatchObject({ code: 'show.elsewhere' });
  expect(work).not.toHaveBeenCalled();
  release();
  await settled();
  await expect(withShow('a', () => Promise.reject(new RangeError('own')))).rejects.toThrow('own');
});
