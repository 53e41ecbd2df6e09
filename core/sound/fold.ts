/**
 * Folding of 1 to 8 channels to mono or stereo, in the channel order of WAVE_FORMAT_EXTENSIBLE. Centre and surrounds come
 * in at −3 dB, the low-frequency channel is left out: ITU-R BS.775-3, annex 4, 2/0 format (from memory).
 */
const HALF_POWER = Math.SQRT1_2;

/** For each channel count, each channel's share in left and right. */
const SHARES: Readonly<Record<number, readonly (readonly [number, number])[]>> = {
  3: [
    [1, 0],
    [0, 1],
    [HALF_POWER, HALF_POWER],
  ],
  4: [
    [1, 0],
    [0, 1],
    [HALF_POWER, 0],
    [0, HALF_POWER],
  ],
  5: [
    [1, 0],
    [0, 1],
    [HALF_POWER, HALF_POWER],
    [HALF_POWER, 0],
    [0, HALF_POWER],
  ],
  6: [
    [1, 0],
    [0, 1],
    [HALF_POWER, HALF_POWER],
    [0, 0],
    [HALF_POWER, 0],
    [0, HALF_POWER],
  ],
  7: [
    [1, 0],
    [0, 1],
    [HALF_POWER, HALF_POWER],
    [0, 0],
    [0.5, 0.5],
    [HALF_POWER, 0],
    [0, HALF_POWER],
  ],
  8: [
    [1, 0],
    [0, 1],
    [HALF_POWER, HALF_POWER],
    [0, 0],
    [HALF_POWER, 0],
    [0, HALF_POWER],
    [HALF_POWER, 0],
    [0, HALF_POWER],
  ],
};

/** Channels after folding. */
export function foldedChannels(channels: number): 1 | 2 {
  return channels === 1 ? 1 : 2;
}

/**
 * Folds `count` frames of planar channels into interleaved mono or stereo. Channels above the eighth are left out.
 * `into` must hold count × foldedChannels; it must not be one of the inputs.
 */
export function fold(planes: readonly Float32Array[], count: number, into: Float32Array): void {
  const [left, right] = planes;
  if (!left) throw new RangeError('planes must hold at least one channel');
  if (!right) {
    into.set(left.subarray(0, count));
    return;
  }
  if (planes.length === 2) {
    for (let i = 0, o = 0; i < count; i += 1, o += 2) {
      into[o] = left[i]!;
      into[o + 1] = right[i]!;
    }
    return;
  }
  const shares = SHARES[Math.min(8, planes.length)]!;
  into.fill(0, 0, count * 2);
  for (let channel = 0; channel < shares.length; channel += 1) {
    const [toLeft, toRight] = shares[channel]!;
    const plane = planes[channel]!;
    for (let i = 0, o = 0; i < count; i += 1, o += 2) {
      into[o]! += plane[i]! * toLeft;
      into[o + 1]! += plane[i]! * toRight;
    }
  }
}
