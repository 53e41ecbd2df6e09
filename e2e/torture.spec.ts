import { expect, test } from '@playwright/test';
import { material } from '../bench/torture/material';
import { torture } from '../bench/torture/rounds';

// The short form of `npm run bench -- --torture`.

test('nothing is lost, broken or left behind where work is ended at random moments', async ({ baseURL }) => {
  const { photo, song, work } = await material();
  const { rounds, faults } = await torture({ base: baseURL!, rounds: 12, seed: 2, song, photo, work });
  expect(faults).toEqual([]);
  expect(Object.values(rounds).reduce((sum, one) => sum + one, 0)).toBe(12);
});
