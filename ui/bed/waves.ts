import { binFrames, levelFor, peakBetween, type Peaks } from '../../core/sound';
import { soundOfKey } from '../../core/show';
import { RATE } from '../../core/units';
import { useCloseUp, usePeaks } from '../../session/sound/useMedia';
import { useMemo } from 'react';

/**
 * Peaks of a stretch of a sound, one for each of `rows` rows from `from` seconds on: out of the overview, or closer where
 * that shows too little. Rows outside the sound are 0.
 */
export function useRows(media: string, from: number, secondsPerRow: number, rows: number): Float32Array {
  const close = secondsPerRow * RATE < binFrames(0);
  const { data: peaks } = usePeaks(soundOfKey(media).media);
  const starts = useMemo(
    () => (close ? Float64Array.from({ length: rows }, (_, row) => from + row * secondsPerRow) : null),
    [close, from, secondsPerRow, rows],
  );
  const { data: near } = useCloseUp(media, starts, secondsPerRow);
  return useMemo(
    () => (close && near ? near : overview(peaks, from, secondsPerRow, rows)),
    [close, near, peaks, from, secondsPerRow, rows],
  );
}

function overview(peaks: Peaks | undefined, from: number, secondsPerRow: number, rows: number): Float32Array {
  const out = new Float32Array(rows);
  if (!peaks) return out;
  const level = levelFor(secondsPerRow);
  for (let row = 0; row < rows; row += 1) {
    const at = from + row * secondsPerRow;
    if (at + secondsPerRow > 0) out[row] = peakBetween(peaks, level, Math.max(0, at), at + secondsPerRow);
  }
  return out;
}

/** The highest of some rows, never 0: what a drawing is scaled by. */
export function highest(rows: Float32Array): number {
  let most = 1e-6;
  for (let row = 0; row < rows.length; row += 1) if (rows[row]! > most) most = rows[row]!;
  return most;
}
