import { besselI0 } from './bessel';
import { readWindow, type PcmSource } from './pcm';
import type { Frames } from '../units';

/** Semitones to a ratio of frequencies: equal temperament. */
export const pitchRatio = (semitones: number): number => 2 ** (semitones / 12);

/** Zero crossings of the kernel on either side, steps of its table between two of them, and the window's parameter (Kaiser). */
const HALF = 24;
const STEPS = 512;
const BETA = 9;
/** Share of the band that is kept; the rest of it is the slope of the filter. */
const EDGE = 0.94;

/** The kernel from its middle outward, `STEPS` to a zero crossing, and one more to read between the last two. */
const KERNEL = Float64Array.from({ length: HALF * STEPS + 2 }, (_, i) => {
  const x = i / STEPS;
  if (x >= HALF) return 0;
  const sinc = x === 0 ? EDGE : Math.sin(Math.PI * EDGE * x) / (Math.PI * x);
  return (sinc * besselI0(BETA * Math.sqrt(1 - (x / HALF) ** 2))) / besselI0(BETA);
});

/**
 * A sound read at another rate: faster and higher, or slower and lower. Frame n of it lies at frame n × ratio of the source, whatever is read
 * before. A windowed sinc (Kaiser; J. O. Smith, "Digital Audio Resampling", from memory), its band narrowed where it is read faster. The
 * source is borrowed.
 *
 * @param ratio source frames a frame, above 0. @param frames how long it is.
 */
export function resampledSource(source: PcmSource, ratio: number, frames: Frames): PcmSource {
  const { channels } = source;
  const narrow = Math.min(1, 1 / ratio);
  const reach = Math.ceil(HALF / narrow);
  let page = new Float32Array(0);
  return {
    channels,
    frames,
    read: (first, count, into) =>
      readWindow(first, count, frames, channels, into, (from, to, at) => {
        const low = from / channels;
        const high = to / channels;
        const begin = Math.floor(low * ratio) - reach;
        const size = Math.ceil((high - 1) * ratio) + reach + 1 - begin;
        if (page.length < size * channels) page = new Float32Array(size * channels);
        source.read(begin, size, page);
        for (let frame = low, out = at; frame < high; frame += 1, out += channels) {
          const place = frame * ratio;
          const base = Math.floor(place);
          let [left, right] = [0, 0];
          for (let i = base - reach + 1; i <= base + reach; i += 1) {
            const x = Math.abs(i - place) * narrow * STEPS;
            const k = Math.floor(x);
            if (k > HALF * STEPS) continue;
            const tap = KERNEL[k]! + (KERNEL[k + 1]! - KERNEL[k]!) * (x - k);
            const sample = (i - begin) * channels;
            left += page[sample]! * tap;
            if (channels === 2) right += page[sample + 1]! * tap;
          }
          into[out] = left * narrow;
          if (channels === 2) into[out + 1] = right * narrow;
        }
      }),
  };
}

/** A sound from its end to its beginning. The source is borrowed. */
export function reversedSource(source: PcmSource): PcmSource {
  const { channels, frames } = source;
  return {
    channels,
    frames,
    read: (first, count, into) =>
      readWindow(first, count, frames, channels, into, (from, to, at) => {
        const size = (to - from) / channels;
        const part = into.subarray(at, at + (to - from));
        source.read(frames - to / channels, size, part);
        for (let low = 0, high = size - 1; low < high; low += 1, high -= 1) {
          for (let c = 0; c < channels; c += 1) {
            const [a, b] = [low * channels + c, high * channels + c];
            const kept = part[a]!;
            part[a] = part[b]!;
            part[b] = kept;
          }
        }
      }),
  };
}

/** A share of one sound in the place of another of the same shape. Both are borrowed. @param share [0, 1]. */
export function blendSource(source: PcmSource, other: PcmSource, share: number): PcmSource {
  let page = new Float32Array(0);
  return {
    ...source,
    read(first, count, into) {
      const size = count * source.channels;
      if (page.length < size) page = new Float32Array(size);
      source.read(first, count, into);
      other.read(first, count, page);
      for (let i = 0; i < size; i += 1) into[i] = into[i]! * (1 - share) + page[i]! * share;
    },
  };
}
