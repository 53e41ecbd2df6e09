import type { VideoSample } from 'mediabunny';

type Pen = OffscreenCanvasRenderingContext2D;

/** A frame that can be painted. Whoever holds it closes it. */
export interface Shot {
  readonly timestamp: number;
  readonly duration: number;
  draw(pen: Pen, ...cut: readonly [sx: number, sy: number, sw: number, sh: number, dx: number, dy: number, dw: number, dh: number]): void;
  close(): void;
}

interface Graphics {
  requestAdapter(): Promise<{ readonly info?: { readonly isFallbackAdapter?: boolean } } | null>;
}

/** Above this a copy takes too long to keep up, pixels: a device that draws but does not say so is better at it. */
const MOST = 1920 * 1088;

/** Who draws is found out in this time or taken to be a device: no frame waits for a browser that does not answer, ms. */
const ANSWER = 2_000;

let alone: Promise<boolean> | null = null;

/** Whether nothing but the processor draws here, as far as the browser says: it has a way to a graphics device, but none to find. Asked once. */
function drawsAlone(): Promise<boolean> {
  return (alone ??= (async () => {
    const gpu = typeof navigator === 'undefined' ? null : (navigator as { readonly gpu?: Graphics }).gpu;
    if (!gpu) return false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const silent = new Promise<'silent'>((done) => (timer = setTimeout(done, ANSWER, 'silent')));
    const adapter = await Promise.race([gpu.requestAdapter().catch(() => null), silent]);
    clearTimeout(timer);
    return adapter !== 'silent' && (!adapter || adapter.info?.isFallbackAdapter === true);
  })());
}

/** What frames are copied through, one after the other: bytes of one frame, the largest so far. */
let bytes = new Uint8ClampedArray(0);
let turn: Promise<unknown> = Promise.resolve();

/**
 * Frames of one video, as they are painted. As a decoder gives them, mostly. But where only the processor draws, a browser keeps every such frame that
 * was painted, at its full size, for as long as it finds room: up to half a gigabyte. There their bytes are copied, which takes less
 * time than painting them, and the decoder has its frame back at once.
 */
export class Shots {
  private readonly spare: OffscreenCanvas[] = [];

  /** A sample as it is painted; it is closed where a copy takes its place. */
  async of(sample: VideoSample): Promise<Shot> {
    if (!isPlain(sample) || !(await drawsAlone())) return sample;
    const copied = turn.then(() => this.copied(sample));
    turn = copied.catch(() => undefined);
    try {
      return await copied;
    } catch {
      // Not every engine gives a frame's bytes in these colours.
      return sample;
    }
  }

  private async copied(sample: VideoSample): Promise<Shot> {
    const { codedWidth: width, codedHeight: height, timestamp, duration } = sample;
    const size = width * height * 4;
    if (bytes.length < size) bytes = new Uint8ClampedArray(size);
    const frame = bytes.subarray(0, size);
    await sample.copyTo(frame, { format: 'RGBA' });
    const canvas = this.spare.pop() ?? new OffscreenCanvas(width, height);
    canvas.width = width;
    canvas.height = height;
    canvas.getContext('2d', { alpha: false, willReadFrequently: true })!.putImageData(new ImageData(frame, width, height), 0, 0);
    sample.close();
    return { timestamp, duration, draw: (pen, ...cut) => pen.drawImage(canvas, ...cut), close: () => void this.spare.push(canvas) };
  }
}

/** Whether it lies in memory as most videos do, is shown as it lies there, not turned, with square pixels, and is soon copied. */
function isPlain(sample: VideoSample): boolean {
  const { format, rotation, flip, codedWidth, codedHeight, displayWidth, displayHeight } = sample;
  const asItIs = rotation === 0 && !flip && codedWidth === displayWidth && codedHeight === displayHeight;
  return (format === 'I420' || format === 'NV12') && asItIs && codedWidth * codedHeight <= MOST;
}
