import { envelopeAt, joinsBetween, partEnvelope } from '../../core/level';
import { Mixer, planShow } from '../../core/mix';
import { pasteParts } from '../../core/show/edits';
import { PeakBuilder, memorySource } from '../../core/sound';
import { showOf } from '../../tests/shows';
import { RATE } from '../../core/units';
import tokens from '../theme/tokens.json';
import { columnsFor, tickStep } from './columns';
import { bankShare, drawRiver, isCloseUp, rowStarts } from './river';
import type { Pen } from './shapes';

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
  return { pen: pen as unknown as Pen, rows, lines };
}

function steadyPeaks(seconds: number) {
  const builder = new PeakBuilder(1);
  builder.push(new Float32Array(seconds * RATE).fill(1));
  return builder.finish();
}

/** Without neighbours, as far away as the overview holds. */
const alone = { joins: {}, dips: [], alike: { into: 0, out: 0 }, rows: null };
const stretch = { from: 0, pixelsPerSecond: 10, width: 106, height: 200 };

it('draws the banks at the very level that the mixer plays', () => {
  const show = showOf([20], 20, { gain: -6, fadeUp: { seconds: 4, bend: 0.5 }, fadeOut: { seconds: 6, bend: -0.5 } });
  const part = show.parts[0]!;
  const lane = show.lanes[0]!;
  const { pen, lines } = notingPen();
  drawRiver(pen, { part, lane, peaks: steadyPeaks(20), soundLength: 20, ...alone }, stretch, tokens.light);
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

it('draws a crossing at the very level that the mixer plays, on both sides', () => {
  const first = showOf([20], 10);
  const show = pasteParts(first, {
    parts: [{ ...first.parts[0]!, id: 'second', at: 8, cross: { law: 'power', bendIn: 0.4, bendOut: 0, seconds: 0.005 } }],
    media: [],
  });
  const joins = joinsBetween(show);
  const bank = (id: string, row: number) => {
    const { pen, lines } = notingPen();
    const part = show.parts.find((one) => one.id === id)!;
    drawRiver(
      pen,
      { part, lane: show.lanes[0]!, peaks: steadyPeaks(10), soundLength: 10, ...alone, joins: joins.get(id)! },
      stretch,
      tokens.light,
    );
    return lines.at(-1)!.find((point) => point.y === row)!.x - 53;
  };
  // Both play a constant: what the mixer writes with one of them muted is that one's own level.
  const ones = memorySource(new Float32Array(20 * RATE).fill(1), 2);
  for (const id of ['bed-1', 'second']) {
    const plan = planShow(show);
    const only = { ...plan, parts: plan.parts.filter((part) => part.id === id) };
    const out = new Float32Array(2);
    for (const row of [82, 88, 95, 99]) {
      new Mixer(only, new Map([[show.parts[0]!.media, ones]])).render(Math.round(((row + 0.5) / 10) * RATE), 1, out);
      expect(bank(id, row)).toBeCloseTo(bankShare(out[0]!) * 50, 2);
    }
  }
});

it('looks as closely as single samples: a row for each, out of what it is given', () => {
  const show = showOf([20], 20);
  const close = { from: 3, pixelsPerSecond: RATE, width: 106, height: 200 };
  expect([isCloseUp(300), isCloseUp(400)]).toEqual([false, true]);
  const starts = rowStarts(show.parts[0]!, close);
  expect(Math.round((starts[101]! - starts[100]!) * RATE)).toBe(1);
  const rows = new Float32Array(200);
  rows[50] = 1;
  const { pen, rows: drawn } = notingPen();
  drawRiver(pen, { part: show.parts[0]!, lane: show.lanes[0]!, peaks: null, soundLength: 20, ...alone, rows }, close, tokens.light);
  expect(drawn.filter((row) => row.colour === tokens.light.rain).map((row) => row.y)).toEqual([50]);
});

it('shows pale what the piece would be without its fades, dark what is heard', () => {
  const show = showOf([20], 20, { fadeUp: { seconds: 10, bend: 0 } });
  const { pen, rows } = notingPen();
  drawRiver(pen, { part: show.parts[0]!, lane: show.lanes[0]!, peaks: steadyPeaks(20), soundLength: 20, ...alone }, stretch, tokens.light);
  const at = (colour: string, y: number) => rows.find((row) => row.colour === colour && row.y === y)?.width ?? 0;
  expect(at(tokens.light['rain-soft'], 20)).toBeCloseTo(at(tokens.light['rain-soft'], 150), 3);
  expect(at(tokens.light.rain, 20)).toBeLessThan(at(tokens.light.rain, 150) * 0.5);
});

it('draws nothing outside the part, and no dark water on a muted lane', () => {
  const show = showOf([20], 5, { at: 12 });
  const { pen, rows } = notingPen();
  drawRiver(
    pen,
    { part: show.parts[0]!, lane: { gain: 0, mute: true }, peaks: steadyPeaks(5), soundLength: 5, ...alone },
    stretch,
    tokens.light,
  );
  expect(Math.min(...rows.map((row) => row.y))).toBe(120);
  expect(Math.max(...rows.map((row) => row.y))).toBe(169);
  expect(rows.some((row) => row.colour === tokens.light.rain)).toBe(false);
  const above = notingPen();
  drawRiver(
    above.pen,
    { part: show.parts[0]!, lane: show.lanes[0]!, peaks: null, soundLength: 5, ...alone },
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
  for (const width of [320, 390, 380, 525, 700]) {
    for (const face of ['pictures', 'bed', 'voice'] as const) {
      for (const [voice, own] of [
        [true, true],
        [true, false],
        [false, true],
        [false, false],
      ] as const) {
        const wide = width === 380 || width >= 500;
        const columns = columnsFor(face, width, { voice: voice ? 1 : 0, own, spot: voice && face !== 'voice' }, wide);
        const widest = face === 'pictures' ? columns.pictures : face === 'voice' && columns.voice ? columns.voice : columns.bed;
        const { pictures, bed } = columns;
        expect(columns.own !== null).toBe(own && (face === 'pictures' || wide));
        for (const one of [pictures, columns.own, bed, columns.spot, columns.voice].filter((column) => column !== null)) {
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
