import { envelopeAt } from '../../core/level';
import { partEnvelope } from '../../core/mix';
import { partEnd, type Lane, type Part, type Span } from '../../core/show';
import { levelFor, peakBetween, type Peaks } from '../../core/sound';
import { RATE } from '../../core/units';
import type { Tokens } from '../theme/useTokens';

/** One part with what drawing it needs. */
export interface RiverPart {
  readonly part: Part;
  readonly lane: Pick<Lane, 'gain' | 'mute'>;
  readonly peaks: Peaks | null;
  readonly sourceSeconds: number;
}

export interface Stretch {
  /** Seconds of the show at the top of the canvas. */
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

/** Follows the spans of a part downward: where in the source a moment of the part lies. */
function sourceWalker(spans: readonly Span[]): (moment: number) => number {
  let index = 0;
  let start = 0;
  return (moment) => {
    while (index < spans.length - 1 && moment >= start + spans[index]!.to - spans[index]!.from) {
      start += spans[index]!.to - spans[index]!.from;
      index += 1;
    }
    return spans[index]!.from + (moment - start);
  };
}

/**
 * Draws the stretch of a part that falls on a canvas: banks at the level that will be heard, dark water within, pale
 * water for the piece as it would be without fades. The pen's unit is one CSS pixel.
 */
export function drawRiver(pen: CanvasRenderingContext2D, river: RiverPart, stretch: Stretch, tokens: Tokens): void {
  const { part, lane, peaks, sourceSeconds } = river;
  const { from, pixelsPerSecond, width, height } = stretch;
  const top = Math.max(0, Math.floor((part.at - from) * pixelsPerSecond));
  const bottom = Math.min(height, Math.ceil((partEnd(part) - from) * pixelsPerSecond));
  if (bottom <= top) return;

  const envelope = partEnvelope(part, lane, sourceSeconds);
  const level = peaks ? levelFor(1 / pixelsPerSecond) : 0;
  const sourceAt = sourceWalker(part.spans);
  const rows = bottom - top;
  const banks = new Float32Array(rows);
  const dark = new Float32Array(rows);
  const pale = new Float32Array(rows);
  const half = width / 2 - 3;
  const whole = bankShare(envelope.gain) * half;
  for (let row = 0; row < rows; row += 1) {
    const moment = Math.max(0, from + (top + row + 0.5) / pixelsPerSecond - part.at);
    const gain = lane.mute ? 0 : envelopeAt(envelope, moment * RATE);
    const source = sourceAt(moment);
    const peak = peaks ? waterShare(peakBetween(peaks, level, source - 0.5 / pixelsPerSecond, source + 0.5 / pixelsPerSecond)) : 0;
    banks[row] = bankShare(gain) * half;
    dark[row] = banks[row]! * peak;
    pale[row] = whole * peak;
  }

  const middle = width / 2;
  outline(pen, banks, top, middle);
  pen.fillStyle = tokens['rain-mist'];
  pen.fill();
  fillRows(pen, pale, top, middle, tokens['rain-soft']);
  fillRows(pen, dark, top, middle, tokens.rain);
  pen.strokeStyle = tokens.rain;
  pen.lineWidth = 1.5;
  strokeBanks(pen, banks, top, middle);
}

function outline(pen: CanvasRenderingContext2D, halves: Float32Array, top: number, middle: number): void {
  pen.beginPath();
  const last = halves.length - 1;
  for (let row = 0; row <= last; row += 1) pen.lineTo(middle - halves[row]!, top + row);
  // One row further down: the next tile begins there, and no line of paper may show between the two.
  pen.lineTo(middle - halves[last]!, top + last + 1);
  pen.lineTo(middle + halves[last]!, top + last + 1);
  for (let row = last; row >= 0; row -= 1) pen.lineTo(middle + halves[row]!, top + row);
  pen.closePath();
}

function strokeBanks(pen: CanvasRenderingContext2D, halves: Float32Array, top: number, middle: number): void {
  for (const side of [-1, 1]) {
    pen.beginPath();
    for (let row = 0; row < halves.length; row += 1) pen.lineTo(middle + side * halves[row]!, top + row);
    pen.lineTo(middle + side * halves.at(-1)!, top + halves.length);
    pen.stroke();
  }
}

function fillRows(pen: CanvasRenderingContext2D, halves: Float32Array, top: number, middle: number, colour: string): void {
  pen.fillStyle = colour;
  for (let row = 0; row < halves.length; row += 1) {
    const size = halves[row]!;
    if (size > 0.2) pen.fillRect(middle - size, top + row, size * 2, 1);
  }
}

export function drawVoice(pen: CanvasRenderingContext2D, river: RiverPart, stretch: Stretch, tokens: Tokens): void {
  drawBlock(pen, river, stretch, tokens['brick-soft'], tokens.brick);
}

export function drawOwn(pen: CanvasRenderingContext2D, river: RiverPart, stretch: Stretch, tokens: Tokens): void {
  drawBlock(pen, river, stretch, tokens['slate-soft'], tokens.slate);
}

/** Draws a narration or a clip's sound: a block as long as it is, with its sound in the middle as loud as it will be heard. */
function drawBlock(pen: CanvasRenderingContext2D, river: RiverPart, stretch: Stretch, ground: string, ink: string): void {
  const { part, lane, peaks, sourceSeconds } = river;
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
  const envelope = partEnvelope(part, lane, sourceSeconds);
  const level = levelFor(1 / pixelsPerSecond);
  const sourceAt = sourceWalker(part.spans);
  const first = Math.max(0, Math.floor(top));
  const last = Math.min(height, Math.ceil(bottom));
  const halves = new Float32Array(Math.max(0, last - first));
  for (let row = 0; row < halves.length; row += 1) {
    const moment = Math.max(0, from + (first + row + 0.5) / pixelsPerSecond - part.at);
    const source = sourceAt(moment);
    const peak = waterShare(peakBetween(peaks, level, source - 0.5 / pixelsPerSecond, source + 0.5 / pixelsPerSecond));
    halves[row] = peak * (bankShare(envelopeAt(envelope, moment * RATE)) / WHOLE) * (width / 2 - 8);
  }
  fillRows(pen, halves, first, width / 2, ink);
}
