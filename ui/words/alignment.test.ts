import { sayAlignment } from './alignment';
import { sayOffset } from './times';
import { saySeconds } from './times';

const found = { offset: -2.3451, clearness: 24.6, prominence: 90 };

it('says where a recording begins and how sure that is, with the numbers that were measured', () => {
  expect(sayOffset(-2.3451)).toBe('−2.345 s');
  expect(sayOffset(0.0001)).toBe('+0.000 s');
  expect(sayAlignment({ ...found, verdict: 'sure' }).words).toMatch(/^Sure: the recording begins at −2\.345 s\..*25 times/);
  expect(sayAlignment({ ...found, clearness: 1.62, verdict: 'likely' }).words).toMatch(/^Likely at −2\.345 s: .*1\.6 times/);
  expect(sayAlignment({ ...found, clearness: 1.02, verdict: 'unsure' }).words).toMatch(/^Unsure: .*different moments/);
  expect(sayAlignment(null)).toMatchObject({ verdict: 'unsure' });
});

it('says times on screen with as many decimals as they have', () => {
  expect([5, 7.25, 0.125, 3.0004].map(saySeconds)).toEqual(['5.0 s', '7.25 s', '0.125 s', '3.0 s']);
});
