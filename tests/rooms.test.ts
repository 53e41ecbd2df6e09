import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Which browser tests look at which room: what `npm run check` goes by. */
const ROOMS = JSON.parse(readFileSync('e2e/rooms.json', 'utf8')) as Readonly<Record<string, readonly string[]>>;
/** Floors whose rooms are named one by one, and those that are one room. */
const FLOORS = ['ui', 'session', 'engine', 'core'];
const WHOLE = ['app', 'words', 'server', 'cli', 'demo', 'repertoire', 'public', 'assets', 'scripts'];
/** Rooms that no page shows: Jest alone looks at them. */
const UNSEEN = ['cli'];

const rooms = [
  ...WHOLE,
  ...FLOORS.flatMap((floor) =>
    readdirSync(floor)
      .filter((name) => !/\.test\.tsx?$|^tsconfig/.test(name))
      .map((name) => join(floor, name)),
  ),
];
const specs = readdirSync('e2e')
  .filter((name) => name.endsWith('.spec.ts'))
  .map((name) => name.replace('.spec.ts', ''));

it('names every room, and none that is gone', () => {
  expect(Object.keys(ROOMS).sort()).toEqual(rooms.sort());
});

it('has a browser test for every room that a page shows, and a room for every browser test', () => {
  expect(Object.keys(ROOMS).filter((room) => ROOMS[room]!.length === 0)).toEqual(UNSEEN);
  expect([...new Set(Object.values(ROOMS).flat())].sort()).toEqual(specs.sort());
});
