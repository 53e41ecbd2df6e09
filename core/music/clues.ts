/** The highest value within `reach` frames of a frame; 0 outside the curve. */
export function peak(curve: Float32Array, frame: number, reach: number): number {
  let most = 0;
  const at = Math.round(frame);
  for (let i = Math.max(0, at - reach); i <= at + reach && i < curve.length; i += 1) if (curve[i]! > most) most = curve[i]!;
  return most;
}

/** The mean; 0 of nothing. */
export const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** Local maxima of a curve, in order: frame and height. */
export function peaksOf(curve: Float32Array): { at: number; height: number }[] {
  const found: { at: number; height: number }[] = [];
  for (let i = 1; i < curve.length - 1; i += 1) {
    const height = curve[i]!;
    if (height > 0.5 && height > curve[i - 1]! && height >= curve[i + 1]!) found.push({ at: i, height: Math.min(height, 4) });
  }
  return found;
}

/** How uneven the intervals are, as the mean change from one to the next in logarithms. */
export function unevenness(beats: readonly number[]): number {
  let sum = 0;
  for (let i = 2; i < beats.length; i += 1) sum += Math.abs(Math.log((beats[i]! - beats[i - 1]!) / (beats[i - 1]! - beats[i - 2]!)));
  return sum / Math.max(1, beats.length - 2);
}

/** How much every other beat differs from those between, whichever way round. */
export function swap(values: readonly number[]): number {
  const even = mean(values.filter((_, i) => i % 2 === 0));
  return Math.abs(even - mean(values.filter((_, i) => i % 2 === 1)));
}

/** How much one thing is there where another is not, as drums take turns: less their correlation. */
export function against(a: readonly number[], b: readonly number[]): number {
  const [ma, mb] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 1e-6, 1e-6];
  for (let i = 0; i < a.length; i += 1) {
    ab += (a[i]! - ma) * (b[i]! - mb);
    aa += (a[i]! - ma) ** 2;
    bb += (b[i]! - mb) ** 2;
  }
  return -ab / Math.sqrt(aa * bb);
}

/** In how many bars the first beat has the highest value of all, beyond what chance would give. */
export function splitRank(values: readonly number[], perBar: number, phase: number): number {
  let [wins, bars] = [0, 0];
  for (let first = phase; first + perBar <= values.length; first += perBar) {
    let top = first;
    for (let i = first + 1; i < first + perBar; i += 1) if (values[i]! > values[top]!) top = i;
    bars += 1;
    if (top === first) wins += 1;
  }
  return bars === 0 ? 0 : wins / bars - 1 / perBar;
}

/** How alike what happens on beats is to what happens `apart` beats later, correlation. */
export function rowLikeness(rows: readonly (readonly number[])[], apart: number): number {
  const width = rows[0]!.length;
  let [together, own] = [0, 1e-9];
  for (let k = 0; k < width; k += 1) {
    const values = rows.map((row) => row[k]!);
    const middle = mean(values);
    for (let i = 0; i + apart < values.length; i += 1) {
      together += (values[i]! - middle) * (values[i + apart]! - middle);
      own += (values[i]! - middle) ** 2;
    }
  }
  return together / own;
}
