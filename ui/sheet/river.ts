import { fillLevel, partEnvelope, sidesAlike, type PartJoins, type PinAt } from '../../core/level';
import { partEnd, roughSource, sourceWalker, type Lane, type Part } from '../../core/show';
import { binFrames, levelFor, peakBetween, type Peaks } from '../../core/sound';
import { RATE, clamp, framesOf, gainOfDecibels } from '../../core/units';
import type { Tokens } from '../theme/useTokens';
import type { Pen } from './shapes';

/** One part with what drawing it needs. */
export interface RiverPart {
  readonly part: Part;
  readonly lane: Pick<Lane, 'gain' | 'mute' | 'pins'>;
  readonly peaks: Peaks | null;
  readonly soundLength: number;
  /** How it takes over from its neighbours, and how alike the two are there. */
  readonly joins: PartJoins;
  /** What the dips of the show make of it. */
  readonly dips: readonly PinAt[];
  readonly alike: { readonly into: number; readonly out: number };
  /** Peaks of every row of the tile where it is looked at closer than the overview shows; null until they are known. */
  readonly rows: Float32Array | null;
}

export interface DrawnRange {
  /** Seconds of the show at the top of the tile. */
  readonly from: number;
  readonly pixelsPerSecond: number;
  /** Size in CSS pixels. */
  readonly width: number;
  readonly height: number;
}

/** Share of half the column at 100 %. */
const WHOLE = 0.8;

/**
 * Half-widths are shares of half the column: 100 % takes 0.8 of it, 200 % all of it. Below 100 % the width falls a little
 * slower than amplitude does, so that a quiet bed is still water and a dip of 10 dB is still half as wide.
 */
export function bankShare(gain: number): number {
  return gain <= 1 ? gain ** 0.6 * WHOLE : Math.min(1, WHOLE + (gain - 1) * (1 - WHOLE));
}

/** Water between the banks: quiet passages stay visible. */
const waterShare = (peak: number) => Math.min(1, peak) ** 0.75;

/** Whether a scale shows more than the overview holds. */
export function isCloseUp(pixelsPerSecond: number): boolean {
  return pixelsPerSecond * binFrames(0) > RATE;
}

/** Where in the source each row of a tile lies that shows a part, seconds; rows outside the part lie at its ends. */
export function rowStarts(part: Part, { from, pixelsPerSecond, height }: DrawnRange): Float64Array {
  const sourceAt = sourceWalker(part.spans);
  const last = partEnd(part) - part.at;
  return Float64Array.from({ length: height }, (_, row) => sourceAt(clamp(from + row / pixelsPerSecond - part.at, 0, last)));
}

/** The levels of a part as they will be heard: `count` of them, the first at `moment` of its own, each `apart` seconds after the one before. */
export function levelsOf({
  part,
  lane,
  soundLength,
  joins,
  dips,
  alike,
}: Omit<RiverPart, 'peaks' | 'rows'>): (moment: number, count: number, apart: number) => Float32Array {
  const level = { start: framesOf(part.at), envelope: partEnvelope(part, lane, soundLength, joins, dips) };
  const sides = sidesAlike(joins, alike);
  return (moment, count, apart) => {
    const levels = new Float32Array(count);
    fillLevel(level, sides, level.start + moment * RATE, count, levels, apart * RATE);
    return levels;
  };
}

/** Peaks row by row, as close up as they are known. */
function peaksOf({ part, peaks, rows, soundLength }: RiverPart, { from, pixelsPerSecond }: DrawnRange): (row: number) => number {
  if (rows) return (row) => rows[row] ?? 0;
  if (!peaks) return () => 0;
  const sourceAt = sourceWalker(part.spans);
  const level = levelFor(1 / pixelsPerSecond);
  // The overview is of the source; another speed is near enough to even, which no row of the overview tells apart.
  const rough = roughSource(part, soundLength);
  return (row) => {
    const source = rough(sourceAt(Math.max(0, from + (row + 0.5) / pixelsPerSecond - part.at)));
    return peakBetween(peaks, level, source - 0.5 / pixelsPerSecond, source + 0.5 / pixelsPerSecond);
  };
}

/**
 * Draws the stretch of a part that falls on a tile: banks at the level that will be heard, dark water within, pale
 * water for the piece as it would be without fades. The pen's unit is one CSS pixel.
 */
export function drawRiver(pen: Pen, river: RiverPart, stretch: DrawnRange, tokens: Tokens): void {
  const { part, lane } = river;
  const { from, pixelsPerSecond, width, height } = stretch;
  const top = Math.max(0, Math.floor((part.at - from) * pixelsPerSecond));
  const bottom = Math.min(height, Math.ceil((partEnd(part) - from) * pixelsPerSecond));
  if (bottom <= top) return;

  const peakAt = peaksOf(river, stretch);
  const rows = bottom - top;
  const levels = levelsOf(river)(from + (top + 0.5) / pixelsPerSecond - part.at, rows, 1 / pixelsPerSecond);
  const banks = new Float32Array(rows);
  const dark = new Float32Array(rows);
  const pale = new Float32Array(rows);
  const half = width / 2 - 3;
  const whole = bankShare(gainOfDecibels(part.gain + lane.gain)) * half;
  for (let row = 0; row < rows; row += 1) {
    const gain = lane.mute ? 0 : levels[row]!;
    const peak = waterShare(peakAt(top + row));
    banks[row] = bankShare(gain) * half;
    dark[row] = banks[row]! * peak;
    pale[row] = whole * peak;
  }

  const middle = width / 2;
  outline(pen, banks, top, middle);
  pen.fillStyle = tokens['rain-mist'];
  // Where it takes over from another piece, that one shows through.
  pen.globalAlpha = river.joins.into && !river.joins.into.reaching ? 0.5 : 1;
  pen.fill();
  pen.globalAlpha = 1;
  fillRows(pen, pale, top, middle, tokens['rain-soft']);
  fillRows(pen, dark, top, middle, tokens.rain);
  pen.strokeStyle = tokens.rain;
  pen.lineWidth = 1.5;
  strokeBanks(pen, banks, top, middle);
}

function outline(pen: Pen, halves: Float32Array, top: number, middle: number): void {
  pen.beginPath();
  const last = halves.length - 1;
  for (let row = 0; row <= last; row += 1) pen.lineTo(middle - halves[row]!, top + row);
  // One row further down: the next tile begins there, and no line of paper may show between the two.
  pen.lineTo(middle - halves[last]!, top + last + 1);
  pen.lineTo(middle + halves[last]!, top + last + 1);
  for (let row = last; row >= 0; row -= 1) pen.lineTo(middle + halves[row]!, top + row);
  pen.closePath();
}

function strokeBanks(pen: Pen, halves: Float32Array, top: number, middle: number): void {
  for (const side of [-1, 1]) {
    pen.beginPath();
    for (let row = 0; row < halves.length; row += 1) pen.lineTo(middle + side * halves[row]!, top + row);
    pen.lineTo(middle + side * halves.at(-1)!, top + halves.length);
    pen.stroke();
  }
}

function fillRows(pen: Pen, halves: Float32Array, top: number, middle: number, colour: string): void {
  pen.fillStyle = colour;
  for (let row = 0; row < halves.length; row += 1) {
    const size = halves[row]!;
    if (size > 0.2) pen.fillRect(middle - size, top + row, size * 2, 1);
  }
}

export function drawVoice(pen: Pen, river: RiverPart, stretch: DrawnRange, tokens: Tokens): void {
  drawBlock(pen, river, stretch, tokens['brick-soft'], tokens.brick);
}

export function drawOwn(pen: Pen, river: RiverPart, stretch: DrawnRange, tokens: Tokens): void {
  drawBlock(pen, river, stretch, tokens['slate-soft'], tokens.slate);
}

export function drawSpot(pen: Pen, river: RiverPart, stretch: DrawnRange, tokens: Tokens): void {
  drawBlock(pen, river, stretch, tokens['ochre-soft'], tokens.ochre);
}

/** Draws a narration, a spot sound or a clip's sound: a block as long as it is, with its sound in the middle as loud as it will be heard. */
function drawBlock(pen: Pen, river: RiverPart, stretch: DrawnRange, ground: string, ink: string): void {
  const { part, lane, peaks } = river;
  const { from, pixelsPerSecond, width, height } = stretch;
  const top = (part.at - from) * pixelsPerSecond;
  const bottom = (partEnd(part) - from) * pixelsPerSecond;
  if (bottom < 0 || top > height) return;
  pen.globalAlpha = lane.mute ? 0.45 : 1;
  pen.beginPath();
  pen.roundRect(2, top, width - 4, Math.max(4, bottom - top), 8);
  pen.fillStyle = ground;
  pen.fill();
  pen.strokeStyle = ink;
  pen.lineWidth = 1.25;
  pen.stroke();
  if (!peaks || lane.mute) return;
  const peakAt = peaksOf(river, stretch);
  const first = Math.max(0, Math.floor(top));
  const last = Math.min(height, Math.ceil(bottom));
  const halves = new Float32Array(Math.max(0, last - first));
  const levels = levelsOf(river)(from + (first + 0.5) / pixelsPerSecond - part.at, halves.length, 1 / pixelsPerSecond);
  for (let row = 0; row < halves.length; row += 1) {
    halves[row] = waterShare(peakAt(first + row)) * (bankShare(levels[row]!) / WHOLE) * (width / 2 - 8);
  }
  fillRows(pen, halves, first, width / 2, ink);
}
