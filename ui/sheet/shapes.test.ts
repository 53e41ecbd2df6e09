import fc from 'fast-check';
import { ShapePen } from './shapes';

/** Corners of the rectangles that a path of rows is made of. */
const rectangles = (d: string) =>
  [...d.matchAll(/M(\S+) (\S+)h(\S+)v(\S+)h-(\S+)z/g)].map(([, x, y, width, height]) => [x, y, width, height].map(Number));

it('keeps every row where it was drawn, and what is alike in one path', () => {
  const row = fc.record({ x: fc.double({ min: 0, max: 300, noNaN: true }), width: fc.double({ min: 0.2, max: 300, noNaN: true }) });
  fc.assert(
    fc.property(fc.array(fc.record({ colour: fc.constantFrom('#111', '#222'), rows: fc.array(row, { minLength: 1 }) })), (runs) => {
      const pen = new ShapePen();
      for (const { colour, rows } of runs) {
        pen.fillStyle = colour;
        rows.forEach(({ x, width }, y) => pen.fillRect(x, y, width, 1));
      }
      const shapes = pen.drawn();
      expect(shapes.flatMap(({ d }) => rectangles(d))).toEqual(
        runs.flatMap(({ rows }) =>
          rows.map(({ x, width }, y) => [expect.closeTo(x, 0), y, expect.closeTo(width, 0), 1] as unknown as number[]),
        ),
      );
      const colours = runs.map(({ colour }) => colour);
      expect(shapes.map(({ fill }) => fill)).toEqual(colours.filter((colour, i) => colour !== colours[i - 1]));
    }),
  );
});

it('draws in the order it is asked to: ground, rows, outline', () => {
  const pen = new ShapePen();
  pen.beginPath();
  pen.roundRect(2, -10, 60, 40, 8);
  pen.fillStyle = 'pale';
  pen.fill();
  pen.fillStyle = 'dark';
  pen.fillRect(10, 0, 5, 1);
  pen.globalAlpha = 0.5;
  pen.fillRect(10, 1, 5, 1);
  pen.beginPath();
  pen.lineTo(1, 2);
  pen.lineTo(3.04, 4.06);
  pen.strokeStyle = 'ink';
  pen.stroke();
  expect(pen.drawn().map(({ fill, stroke, opacity }) => [fill, stroke, opacity])).toEqual([
    ['pale', 'none', 1],
    ['dark', 'none', 1],
    ['dark', 'none', 0.5],
    ['none', 'ink', 0.5],
  ]);
  expect(pen.drawn()[0]!.d).toBe('M10 -10h44a8 8 0 0 1 8 8v24a8 8 0 0 1 -8 8h-44a8 8 0 0 1 -8 -8v-24a8 8 0 0 1 8 -8z');
  expect(pen.drawn()[3]!.d).toBe('M1 2L3 4.1');
});

it('makes no corner rounder than half of what it rounds', () => {
  const pen = new ShapePen();
  pen.beginPath();
  pen.roundRect(0, 0, 10, 4, 8);
  pen.fill();
  expect(pen.drawn()[0]!.d).toBe('M2 0h6a2 2 0 0 1 2 2v0a2 2 0 0 1 -2 2h-6a2 2 0 0 1 -2 -2v0a2 2 0 0 1 2 -2z');
});
