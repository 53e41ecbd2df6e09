import fc from 'fast-check';
import { spansSeconds } from './placement';
import { passOf, repeatSpans, sliceSpans, stretchEdge } from './spans';

const span = fc
  .tuple(
    fc.double({ min: 0, max: 20, noNaN: true }),
    fc.double({ min: 0.1, max: 10, noNaN: true }),
    fc.double({ min: 0, max: 1, noNaN: true }),
  )
  .map(([from, length, join]) => ({ from, to: from + length, join }));
const spans = fc.array(span, { minLength: 1, maxLength: 6 });
const share = fc.double({ min: 0, max: 1, noNaN: true });

it('cuts a list of spans in two that together are the whole', () => {
  fc.assert(
    fc.property(spans, share, (list, at) => {
      const length = spansSeconds(list);
      const left = sliceSpans(list, 0, length * at);
      const right = sliceSpans(list, length * at, length);
      expect(spansSeconds(left) + spansSeconds(right)).toBeCloseTo(length, 4);
      for (const one of [...left, ...right]) expect(list.some((whole) => one.from >= whole.from && one.to <= whole.to)).toBe(true);
    }),
  );
});

it('returns untouched spans to the bit, and nothing for an empty stretch', () => {
  fc.assert(fc.property(spans, (list) => expect(sliceSpans(list, -1, spansSeconds(list) + 1)).toEqual(list)));
  expect(sliceSpans([{ from: 1, to: 2, join: 0 }], 0.5, 0.5)).toEqual([]);
});

it('stretches an edge outward to the source’s end and inward to the shortest passage, and says how far it went', () => {
  fc.assert(
    fc.property(
      spans,
      fc.constantFrom('start' as const, 'end' as const),
      fc.double({ min: -60, max: 60, noNaN: true }),
      (list, edge, by) => {
        const before = spansSeconds(list);
        const { spans: after, moved } = stretchEdge(list, edge, by, 30);
        expect(spansSeconds(after) - before).toBeCloseTo(moved, 4);
        expect(Math.abs(moved)).toBeLessThanOrEqual(Math.abs(by));
        expect(after[0]!.from).toBeGreaterThanOrEqual(0);
        expect(after.at(-1)!.to).toBeLessThanOrEqual(30);
        expect(spansSeconds(after)).toBeGreaterThan(0.049);
      },
    ),
  );
});

it('repeats to the wanted length, cut or whole, and finds the single pass again', () => {
  fc.assert(
    fc.property(fc.array(span, { minLength: 1, maxLength: 3 }), fc.double({ min: 1.05, max: 12, noNaN: true }), (pass, times) => {
      const one = spansSeconds(pass);
      const cut = repeatSpans(pass, one * times, 0.01, 'cut');
      expect(spansSeconds(cut)).toBeCloseTo(one * times, 3);
      const whole = repeatSpans(pass, one * times, 0.01, 'whole');
      expect(whole.length % pass.length).toBe(0);
      expect(spansSeconds(whole)).toBeGreaterThanOrEqual(one * times - 1e-6);
      expect(whole.length * pass.length).toBeGreaterThan(0);
      const found = passOf(whole);
      expect(pass.length % found.length).toBe(0);
      expect(found.map(({ from, to }) => ({ from, to }))).toEqual(pass.slice(0, found.length).map(({ from, to }) => ({ from, to })));
    }),
  );
});
