import { pieceOf, wantedSeconds, type Answer } from '../../../core/fit';
import type { Hearing } from '../../../core/music';
import type { Part, Stretch } from '../../../core/show';
import { partOf, useFitting, type FitState } from '../../../session/fit/fitting';
import { useSaved } from '../../../session/open/store';
import type { Column, Columns } from '../columns';

/** The fit as the sheet shows it: the piece beside what it will be. */
export interface FitOnSheet {
  readonly fitting: FitState;
  /** The part as it lies, before it is fitted. */
  readonly part: Part;
  readonly heard: Hearing | null;
  /** The answer that is shown; null while the first ones are looked for. */
  readonly answer: Answer | null;
  /** What of the source is fitted, seconds. */
  readonly piece: Stretch;
  /** Seconds of the sheet that a second of the piece takes: a piece longer than what it will be is drawn as long as that, so that all of it can be touched. */
  readonly scale: number;
}

/** The fit that is open; null where none is. */
export function useFitOnSheet(): FitOnSheet | null {
  const { fitting } = useFitting();
  const part = useSaved((show) => (fitting ? partOf(show, fitting.part) : null));
  const piece = useSaved((show) => (part ? pieceOf(show, part) : null));
  const wanted = useSaved((show) => (part && fitting ? wantedSeconds(show, part, fitting.asked.to) : 0));
  if (!fitting || !part || !piece) return null;
  const { heard } = fitting;
  const answer = heard ? (fitting.answers?.[fitting.picked] ?? null) : null;
  const seconds = answer ? answer.seconds * answer.stretch : wanted;
  return { fitting, part, heard, answer, piece, scale: Math.min(1, seconds / Math.max(0.1, piece.to - piece.from)) };
}

/** Where a second of the source lies on the sheet, in seconds of the show. */
export const onSheet = ({ part, piece, scale }: FitOnSheet, source: number): number => part.at + (source - piece.from) * scale;

/** … and the other way round, within the piece. */
export const inSource = ({ part, piece, scale }: FitOnSheet, moment: number): number =>
  Math.min(piece.to, Math.max(piece.from, piece.from + (moment - part.at) / scale));

/** Passages of the source that an answer plays, in the order of the source. */
export function playedOf({ answer }: FitOnSheet): Stretch[] {
  return (answer?.spans ?? []).map(({ from, to }) => ({ from, to })).sort((a, b) => a.from - b.from);
}

/** Shares of the bed's column: the piece, the lines, and the rest for what it will be. */
const PIECE = 0.34;
const LINES = 0.2;

export interface FitColumns extends Columns {
  readonly piece: Column;
}

/** Whether columns have a place for the piece that is fitted. */
export const isApart = (columns: Columns & Partial<FitColumns>): columns is FitColumns => columns.piece !== undefined;

/** The bed's column taken apart: the piece, room for the lines, and the river as it will be. */
export function withPiece(columns: Columns): FitColumns {
  const { x, width } = columns.bed;
  const piece = Math.round(width * PIECE);
  const river = Math.round(width * (PIECE + LINES));
  return { ...columns, piece: { x, width: piece }, bed: { x: x + river, width: width - river } };
}
