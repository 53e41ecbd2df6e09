import { expect, test } from '@playwright/test';
import { material } from '../bench/torture/material';
import { mutants } from '../bench/torture/mutants';
import { torture } from '../bench/torture/rounds';

// The short form of `npm run bench -- --torture`.

/** The bench does hundreds, with other seeds. */
const ROUNDS = 6;
const MUTANTS = 16;

test('nothing is lost, broken or left behind where work is ended at random moments', async ({ baseURL }) => {
  const { photo, song, work } = await material();
  const { rounds, faults } = await torture({ base: baseURL!, rounds: ROUNDS, seed: 2, song, photo, work });
  expect(faults).toEqual([]);
  expect(Object.values(rounds).reduce((sum, one) => sum + one, 0)).toBe(ROUNDS);
});

test('damaged photos, clips, sounds, work files and timelines come in or are refused with words, one after the other in the same window', async ({
  baseURL,
}) => {
  const { media, works } = await material();
  const { rounds, faults } = await mutants({ base: baseURL!, count: MUTANTS, seed: 7, media, works });
  expect(faults).toEqual([]);
  expect(Object.values(rounds).reduce((sum, one) => sum + one, 0)).toBe(MUTANTS);
});
