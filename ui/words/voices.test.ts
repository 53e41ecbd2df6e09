import { MARKS, sayDepth, sayDepthShort, sayMark, sayMore, sayReading } from './voices';

it('says how deep the bed goes, in dB and in percent, and in few words', () => {
  expect(sayDepth({ by: 'fixed', gain: -10 })).toBe('10.0 dB down (32 %)');
  expect(sayDepth({ by: 'fixed', gain: 0 })).toBe('not at all');
  expect(sayDepth({ by: 'clear', margin: 15 })).toBe('only as much as it needs, 15 dB below the voice');
  expect([sayDepthShort({ by: 'fixed', gain: -16.5 }), sayDepthShort({ by: 'fixed', gain: 0 })]).toEqual(['Dips: −16.5 dB', 'Dips: none']);
  expect(sayDepthShort({ by: 'clear', margin: 20 })).toBe('Dips: 20 dB clear');
});

it('says what one narration asks for, and how long a text takes', () => {
  expect([sayMore(0), sayMore(-3), sayMore(4.5)]).toEqual(['as deep as in the whole show', '3.0 dB deeper', '4.5 dB shallower']);
  expect(sayReading('')).toBe('Type what is said: it becomes the caption.');
  expect(sayReading('We dug where the water stood.')).toBe('takes about 1.9 s to say');
});

it('names where a mark comes from', () => {
  expect(MARKS.map((margin) => [margin, sayMark(margin)])).toEqual([
    [10, 'common practice'],
    [15, 'well clear'],
    [20, 'WCAG 2.2, 1.4.7'],
  ]);
});
