import { envelopeAt } from '../../core/level';
import { partEnvelope } from '../../core/mix';
import { PeakBuilder } from '../../core/sound';
import { showOf } from '../../tests/shows';
import { RATE } from '../../core/units';
import tokens from '../theme/tokens.json';
import { columnsFor, tickStep } from './columns';
import { bankShare, drawRiver } from './river';

/** A pen that notes what is drawn. */
function notingPen() {
  const rows: { colour: string; x: number; y: number; width: number }[] = [];
  const lines: { x: number; y: number }[][] = [];
  const pen = {
    fillStyle: '',
    strokeStyle: '',
    lineWidth: 0,
    beginPath: () => void lines.push([]),
    lineTo: (x: number, y: number) => void lines.at(-1)!.push({ x, y }),
    closePath: () => undefined,
    fill: () => undefined,
    stroke: () => undefined,
    fillRect: (x: number, y: number, width: number) => void rows.push({ colour: pen.fillStyle, x, y, width }),
  };
  return { pen: pen as unknown as CanvasRenderingContext2D, rows, lines };
}

function steadyPeaks(seconds: number) {
  const builder = new PeakBuilder(1);
  builder.push(new Float32Array(seconds * RATE).fill(1));
  return builder.finish();
}

const stretch = { from: 0, pixelsPerSecond: 10, width: 106, height: 200 };

it('draws the banks at the very level that the mixer plays', () => {
  const show = showOf([20], 20, { gain: -6, fadeUp: { seconds: 4, bend: 0.5 }, fadeOut: { seconds: 6, bend: -0.5 } });
  const part = show.parts[0]!;
  const lane = show.lanes[0]!;
  const { pen, lines } = notingPen();
  drawRiver(pen, { part, lane, peaks: steadyPeaks(20), sourceSeconds: 20 }, stretch, tokens.light);
  const envelope = partEnvelope(part, lane, 20);
  const right = lines.at(-1)!;
  for (let row = 0; row < 200; row += 1) {
    const gain = envelopeAt(envelope, ((row + 0.5) / 10) * RATE);
    expect(right[row]!.x - 53).toBeCloseTo(bankShare(gain) * 50, 3);
  }
  // It begins as a point and tapers to its end.
  expect(right[0]!.x - 53).toBeLessThan(10);
  expect(right[199]!.x - 53).toBeLessThan(3);
});

it('shows pale what the piece would be without its fades, dark what is heard', () => {
  const show = showOf([20], 20, { fadeUp: { seconds: 10, bend: 0 } });
  const { pen, rows } = notingPen();
  drawRiver(pen, { part: show.parts[0]!, lane: show.lanes[0]!, peaks: steadyPeaks(20), sourceSeconds: 20 }, stretch, tokens.light);
  const at = (colour: string, y: number) => rows.find((row) => row.colour === colour && row.y === y)?.width ?? 0;
  expect(at(tokens.light['rain-soft'], 20)).toBeCloseTo(at(tokens.light['rain-soft'], 150), 3);
  expect(at(tokens.light.rain, 20)).toBeLessThan(at(tokens.light.rain, 150) * 0.5);
});

it('draws nothing outside the part, and no dark water on a muted lane', () => {
  const show = showOf([20], 5, { at: 12 });
  const { pen, rows } = notingPen();
  drawRiver(pen, { part: show.parts[0]!, lane: { gain: 0, mute: true }, peaks: steadyPeaks(5), sourceSeconds: 5 }, stretch, tokens.light);
  expect(Math.min(...rows.map((row) => row.y))).toBe(120);
  expect(Math.max(...rows.map((row) => row.y))).toBe(169);
  expect(rows.some((row) => row.colour === tokens.light.rain)).toBe(false);
  const above = notingPen();
  drawRiver(
    above.pen,
    { part: show.parts[0]!, lane: show.lanes[0]!, peaks: null, sourceSeconds: 5 },
    { ...stretch, height: 100 },
    tokens.light,
  );
  expect(above.lines).toEqual([]);
});

it('widens with the level, to the column’s edge at 200 %', () => {
  expect(bankShare(0)).toBe(0);
  expect(bankShare(1)).toBeCloseTo(0.8, 9);
  expect(bankShare(2)).toBeCloseTo(1, 9);
  for (let gain = 0.05; gain <= 2; gain += 0.05) expect(bankShare(gain)).toBeGreaterThan(bankShare(gain - 0.05));
});

it('gives the face in use the widest column, keeps the others as rails, and never runs off the sheet', () => {
  for (const width of [320, 390, 540, 700]) {
    for (const face of ['pictures', 'bed'] as const) {
      for (const [voice, own] of [
        [true, true],
        [true, false],
        [false, true],
        [false, false],
      ] as const) {
        const columns = columnsFor(face, width, { voice, own }, width >= 500);
        const widest = face === 'pictures' ? columns.pictures : columns.bed;
        const { pictures, bed } = columns;
        expect(columns.own !== null).toBe(own && (face === 'pictures' || width >= 500));
        for (const one of [pictures, columns.own, bed, columns.voice].filter((column) => column !== null)) {
          expect(one.width).toBeLessThanOrEqual(widest.width);
          expect(one.width).toBeGreaterThanOrEqual(44);
          expect(one.x + one.width).toBeLessThanOrEqual(width);
        }
        expect(columns.voice !== null).toBe(voice);
      }
    }
  }
});

it('puts time marks a finger apart at every zoom', () => {
  for (let pixels = 0.05; pixels < 5000; pixels *= 1.7) {
    expect(tickStep(pixels) * pixels).toBeGreaterThanOrEqual(46);
    expect(tickStep(pixels) * pixels).toBeLessThan(46 * 6 + 60);
  }
});
