import fc from 'fast-check';
import { showOf } from '../../../tests/shows';
import { readShow, LIMITS } from '..';
import { addMarks, removeMarks, setMark } from '.';

const times = (show: { readonly marks?: readonly { readonly at: number }[] | undefined }) => (show.marks ?? []).map(({ at }) => at);

it('sets, moves and names marks, in order and within bounds, and a show with them can be read again', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(6), fc.double({ min: -5, max: 1e6, noNaN: true })), { maxLength: 20 }), (sets) => {
      const show = sets.reduce((now, [n, at]) => setMark(now, { id: `m${n}`, at: at + 0, name: ` Mark ${n} ` }), showOf([5]));
      expect(times(show)).toEqual([...times(show)].sort((a, b) => a - b));
      for (const { at, name } of show.marks ?? []) {
        expect(at).toBeGreaterThanOrEqual(0);
        expect(at).toBeLessThanOrEqual(LIMITS.showSeconds);
        expect(name).toMatch(/^Mark \d$/);
      }
      expect(readShow(JSON.parse(JSON.stringify(show)))).toEqual(show);
      expect(removeMarks(show, { ids: (show.marks ?? []).map(({ id }) => id) }).marks).toBeUndefined();
    }),
  );
  const one = setMark(showOf([5]), { id: 'a', at: 2 });
  expect(setMark(one, { id: 'a', name: 'the jump' }).marks).toEqual([{ id: 'a', at: 2, name: 'the jump' }]);
  expect(removeMarks(one, { ids: ['other'] })).toBe(one);
});

it('brings several in at once, in order, the same ones only once', () => {
  const marks = [
    { id: 'b', at: 4, name: ' drop ' },
    { id: 'c', at: 1, name: '' },
  ];
  const show = addMarks(setMark(showOf([5]), { id: 'a', at: 2 }), { marks });
  expect(show.marks).toEqual([
    { id: 'c', at: 1, name: '' },
    { id: 'a', at: 2, name: '' },
    { id: 'b', at: 4, name: 'drop' },
  ]);
  expect(addMarks(show, { marks: show.marks!.map((one) => ({ ...one, id: `${one.id}2` })) })).toBe(show);
  const many = Array.from({ length: 900 }, (_, i) => ({ id: `m${i}`, at: i, name: `${i}` }));
  expect(addMarks(show, { marks: many }).marks).toHaveLength(LIMITS.marks.count);
});
