import { hidingOf, qualityOf, togetherOf } from './splice';

it('a splice hides from 0.7 on, where everything about it is at its mark or below, and is plain below 0.4', () => {
  expect([1, 0.7, 0.699, 0.4, 0.399, 0].map(hidingOf)).toEqual([
    'hidden',
    'hidden',
    'might be noticed',
    'might be noticed',
    'audible',
    'audible',
  ]);
  const quality = [0, 0.5, 0.75, 1].map((worst) => qualityOf({ worst }));
  for (const [i, want] of [1, 1, 0.85, 0.7].entries()) expect(quality[i]).toBeCloseTo(want, 12);
  expect(qualityOf({ worst: 1.0001 })).toBeCloseTo(0.7, 3);
  expect(qualityOf({ worst: 2 })).toBeCloseTo(0.7 * Math.exp(-1.4), 12);
});

it('of several the worst is remembered: alone where it is heard, for three fifths where all hide', () => {
  expect(togetherOf([])).toBe(1);
  expect(togetherOf([0.5, 1, 1])).toBe(0.5);
  expect(togetherOf([0.7, 1])).toBeCloseTo(0.6 * 0.7 + 0.4 * 0.85, 12);
});
