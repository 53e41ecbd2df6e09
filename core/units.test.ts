import fc from 'fast-check';
import {
  decibelsOfGain,
  decibelsOfPercent,
  decibelsOfPower,
  framesOf,
  gainOfDecibels,
  parseLevel,
  parseTime,
  percentOfDecibels,
  clockTime,
  secondsOf,
} from './units';

describe('levels', () => {
  // Level in dB = 20 log10(amplitude); the trade's round figures.
  it.each([
    [50, -6.02],
    [15, -16.48],
    [200, 6.02],
    [100, 0],
  ])('%d percent is %d dB', (percent, level) => expect(decibelsOfPercent(percent)).toBeCloseTo(level, 2));

  it('goes to gain and back', () => {
    fc.assert(
      fc.property(fc.double({ min: -100, max: 20, noNaN: true }), (level) => {
        expect(decibelsOfGain(gainOfDecibels(level))).toBeCloseTo(level, 9);
        expect(decibelsOfPower(gainOfDecibels(level) ** 2)).toBeCloseTo(level, 9);
        expect(decibelsOfPercent(percentOfDecibels(level))).toBeCloseTo(level, 9);
      }),
    );
  });
});

describe('times as people write them', () => {
  it.each([
    ['1:02.350', 62.35],
    ['62.35', 62.35],
    ['62,35', 62.35],
    ['1:00:00', 3600],
    ['4 s', 4],
    ['.5', 0.5],
  ])('reads %s', (text, seconds) => expect(parseTime(text)).toBeCloseTo(seconds, 9));

  it.each(['', 'abc', '1:75', '-3', '1::2', ':', '1:2:3:4', 'NaN', '.'])('refuses %j', (text) => expect(parseTime(text)).toBeNull());

  it('reads what it says, to the millisecond', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 * 3600 * 1000 }), (ms) => {
        expect(parseTime(clockTime(ms / 1000, 3))).toBeCloseTo(ms / 1000, 9);
      }),
    );
  });

  it('says times and spans', () => {
    expect(clockTime(24.6)).toBe('0:24.6');
    expect(clockTime(59.96)).toBe('1:00.0');
    expect(clockTime(3723, 0)).toBe('1:02:03');
    expect(clockTime(NaN)).toBe('–');
  });

  it('keeps frames exact', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 3 * 3600 * 48000 }), (frames) => framesOf(secondsOf(frames)) === frames));
  });
});

it('reads levels in dB and percent', () => {
  expect(parseLevel('−3 dB')).toBe(-3);
  expect(parseLevel('+1,5')).toBe(1.5);
  expect(parseLevel('50 %')).toBeCloseTo(-6.0206, 4);
  expect(parseLevel('0 %')).toBe(-Infinity);
  expect(parseLevel('loud')).toBeNull();
});
