type Line = Float32Array;
const DARK = 0.5;
/** Half, the Hadamard matrix's scale, times the loss at each turn. */
const FEEDBACK = 0.5 * 0.86;
/** Lengths of the delays, frames: no two have a common divisor. */
const LENGTHS = [1_549, 1_933, 2_327, 2_731] as const;

/**
 * A room: four feedback delays that feed one another through a Hadamard matrix (Jot and Chaigne, AES 1991; from memory), darkened on the way, two
 * of them heard on either side. What is in it is added to the sound, interleaved stereo.
 */
export function addRoom(sound: Float32Array, share: number): void {
  const [one, two, three, four] = LENGTHS.map((length) => new Float32Array(length)) as [Line, Line, Line, Line];
  const send = share * 0.5;
  const wide = 0.9;
  const narrow = 0.35;
  let a = 0;
  let b = 0;
  let c = 0;
  let d = 0;
  let p = 0;
  let q = 0;
  let r = 0;
  let s = 0;
  for (let i = 0; i < sound.length; i += 2) {
    a += (one[p]! - a) * DARK;
    b += (two[q]! - b) * DARK;
    c += (three[r]! - c) * DARK;
    d += (four[s]! - d) * DARK;
    const x = (sound[i]! + sound[i + 1]!) * send;
    const sum = a + b;
    const difference = a - b;
    const more = c + d;
    const less = c - d;
    one[p] = x + (sum + more) * FEEDBACK;
    two[q] = x + (difference + less) * FEEDBACK;
    three[r] = x + (sum - more) * FEEDBACK;
    four[s] = x + (difference - less) * FEEDBACK;
    p = p + 1 === 1_549 ? 0 : p + 1;
    q = q + 1 === 1_933 ? 0 : q + 1;
    r = r + 1 === 2_327 ? 0 : r + 1;
    s = s + 1 === 2_731 ? 0 : s + 1;
    sound[i] = sound[i]! + (a + c) * wide + (b + d) * narrow;
    sound[i + 1] = sound[i + 1]! + (b - d) * wide + (a - c) * narrow;
  }
}
