import { FAILURE_CODES, Failure } from '../../core/failure';
import { compareLengths } from '../../core/show';
import { showOf, soundMedia } from '../../tests/shows';
import { sentenceOf } from './failures';
import { sayDifference } from './lengths';
import { sayMedia, saySilence } from './sounds';

it('has a sentence for every failure: what happened, and what is safe or to be done', () => {
  for (const code of FAILURE_CODES) {
    const said = sentenceOf(new Failure(code, { name: 'song.wav', seconds: 20, claimed: 40, megapixels: 200 }));
    expect(said.split(/[.:] /).length).toBeGreaterThan(1);
    expect(said).not.toMatch(/undefined|NaN|\[object/);
  }
});

it('says differences, conversions and silences', () => {
  expect(sayDifference(compareLengths(showOf([96], 77)))).toBe('19 s short');
  expect(sayDifference(compareLengths(showOf([30], 34.2)))).toBe('4.2 s over');
  expect(sayDifference(compareLengths(showOf([30], 30.02)))).toBe('Fits');
  expect(sayMedia(soundMedia(1, 126.7))).toBe('2:06.7 · stereo · 44.1 kHz, converted to 48 kHz');
  expect(sayMedia({ ...soundMedia(1, 5), rate: 48_000, channels: 6 })).toBe('0:05.0 · 6 channels, folded to stereo · 48 kHz');
  const facts = { seconds: 10, rate: 48_000, channels: 2, pcmChannels: 2 as const, frames: 480_000, claimed: null };
  expect(saySilence({ ...facts, sounding: { from: 1.5, to: 8 } })).toBe('1.5 s of silence at the start, 2.0 s at the end');
  expect(saySilence({ ...facts, sounding: { from: 0, to: 8 } })).toBe('2.0 s of silence at the end');
  expect(saySilence({ ...facts, sounding: { from: 0, to: 10 } })).toBeNull();
  expect(saySilence({ ...facts, sounding: null })).toMatch(/silent throughout/);
});
