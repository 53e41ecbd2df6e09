import { readFileSync } from 'node:fs';
import { FAULTS } from '../bench/suite/faults';

it('each fault that the bench plants has its place: code that goes on changing leaves none behind', () => {
  expect(FAULTS.length).toBeGreaterThanOrEqual(30);
  const astray = FAULTS.filter(({ file, from }) => readFileSync(file, 'utf8').split(from).length !== 2).map(({ name }) => name);
  expect(astray).toEqual([]);
});
