import { instanceOf, type Memory } from '../sound/webAssembly';
import type { Frames } from '../units';
import { ADDING } from './adding.wasm';

interface Exports {
  readonly memory: Memory;
  stereo(sound: number, levels: number, count: number, into: number, left: number, right: number): void;
  mono(sound: number, levels: number, count: number, into: number, each: number): void;
}

const FLOAT = 4;

/**
 * Where sound is multiplied by its levels and added, as compiled loops (adding.wat): most of what mixing costs. Its memory is scratch: whoever
 * writes into it reads it before anybody else does.
 */
export class Adder {
  /** One sound as it is read, mono or stereo. */
  readonly page: Float32Array;
  readonly levels: Float32Array;
  /** A lane, stereo. */
  readonly lane: Float32Array;
  /** All lanes, stereo. */
  readonly whole: Float32Array;
  private readonly alone: Float32Array;
  private readonly exports: Exports;

  /** @param most frames that are added in one go. */
  constructor(most: Frames) {
    this.exports = instanceOf<Exports>(ADDING, most * 9 * FLOAT);
    const { buffer } = this.exports.memory;
    const part = (place: number, channels: number) => new Float32Array(buffer, place * most * FLOAT, most * channels);
    this.page = part(0, 2);
    this.levels = part(2, 1);
    this.lane = part(3, 2);
    this.whole = part(5, 2);
    this.alone = part(7, 2);
  }

  /** Adds `count` frames of the page, at their levels, to the lane from frame `at` on. One channel goes to both sides, each times `each`. */
  pageToLane(channels: number, count: Frames, at: Frames, each: number): void {
    const { page, levels, lane, exports } = this;
    const into = lane.byteOffset + at * 2 * FLOAT;
    if (channels === 1) exports.mono(page.byteOffset, levels.byteOffset, count, into, each);
    else exports.stereo(page.byteOffset, levels.byteOffset, count, into, 1, 1);
  }

  /** Adds the first `count` frames of the lane, at their levels, to the whole. */
  laneToWhole(count: Frames, left: number, right: number): void {
    this.addLane(count, left, right, this.whole);
  }

  /** What that adds, by itself: read it before anything else is added. */
  laneAlone(count: Frames, left: number, right: number): Float32Array {
    const alone = this.alone.subarray(0, count * 2).fill(0);
    this.addLane(count, left, right, alone);
    return alone;
  }

  private addLane(count: Frames, left: number, right: number, into: Float32Array): void {
    this.exports.stereo(this.lane.byteOffset, this.levels.byteOffset, count, into.byteOffset, left, right);
  }
}
