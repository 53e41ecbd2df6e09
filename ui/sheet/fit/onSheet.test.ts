import fc from 'fast-check';
import { showOf } from '../../../tests/shows';
import { columnsFor } from '../columns';
import { inSource, onSheet, playedOf, withPiece, type FitOnSheet } from './onSheet';

const part = showOf([30], 60, { at: 4 }).parts[0]!;
const fitTo = (seconds: number, piece = { from: 10, to: 130 }): FitOnSheet =>
  ({
    part,
    piece,
    scale: Math.min(1, seconds / (piece.to - piece.from)),
    answer: null,
    heard: null,
    fitting: null,
  }) as unknown as FitOnSheet;

it('draws the whole piece beside what it will be, and finds every moment of it again', () => {
  fc.assert(
    fc.property(fc.double({ min: 5, max: 400, noNaN: true }), fc.double({ min: 10, max: 130, noNaN: true }), (seconds, source) => {
      const fit = fitTo(seconds);
      const at = onSheet(fit, source);
      expect(at).toBeGreaterThanOrEqual(part.at - 1e-9);
      expect(at).toBeLessThanOrEqual(part.at + Math.min(seconds, 120) + 1e-6);
      expect(inSource(fit, at)).toBeCloseTo(source, 6);
      // Beyond its ends the piece has no moments.
      expect(inSource(fit, at + 1000)).toBe(130);
    }),
  );
});

it('says what of the piece is played in the order of the piece, whatever the order of the answer', () => {
  const spans = [
    { from: 10, to: 40, join: 0.02 },
    { from: 80, to: 130, join: 0 },
    { from: 30, to: 50, join: 0 },
  ];
  expect(playedOf({ ...fitTo(60), answer: { spans } } as unknown as FitOnSheet).map(({ from }) => from)).toEqual([10, 30, 80]);
  expect(playedOf(fitTo(60))).toEqual([]);
});

it.each([320, 390, 430, 660])('leaves room for the piece, the lines and a thumb on the river at %d pixels', (width) => {
  const { pictures, piece, bed } = withPiece(columnsFor('bed', width, { voice: 0, own: false, spot: false }, false));
  expect(piece.x).toBeGreaterThanOrEqual(pictures.x + pictures.width);
  expect(piece.width).toBeGreaterThanOrEqual(44);
  expect(bed.width).toBeGreaterThanOrEqual(44);
  expect(bed.x - piece.x - piece.width).toBeGreaterThanOrEqual(30);
  expect(bed.x + bed.width).toBeLessThanOrEqual(width);
});
