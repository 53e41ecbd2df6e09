import type { FrameShape, Framing } from '../show/types';

/** A rectangle; its unit is that of whoever asked. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Width divided by height. */
export function ratioOf(shape: FrameShape): number {
  const [width, height] = shape.split(':').map(Number);
  return width! / height!;
}

/** The largest frame of a shape that fits into a box, in its middle. */
export function frameWithin(shape: FrameShape, width: number, height: number): Box {
  const ratio = ratioOf(shape);
  const size = width / height > ratio ? { width: height * ratio, height } : { width, height: width / ratio };
  return { x: (width - size.width) / 2, y: (height - size.height) / 2, ...size };
}

/** A slow move shows this much less of the picture than filling does, so that there is room to move even where the shapes agree. */
const CLOSER = 1.15;

/** Which part of a picture (in its pixels) goes where in the frame (in the frame's). */
export interface Framed {
  readonly source: Box;
  readonly target: Box;
}

/**
 * Frames a picture of `width` × `height` in a frame of `frame.width` × `frame.height`. `progress` in [0, 1] is how far a
 * slow move has come; the other framings ignore it. All sizes are positive.
 */
export function framed(
  width: number,
  height: number,
  frame: { readonly width: number; readonly height: number },
  framing: Framing,
  progress: number,
): Framed {
  const whole = { x: 0, y: 0, width, height };
  const full = { x: 0, y: 0, width: frame.width, height: frame.height };
  if (framing === 'fit') {
    const scale = Math.min(frame.width / width, frame.height / height);
    const size = { width: width * scale, height: height * scale };
    return { source: whole, target: { x: (frame.width - size.width) / 2, y: (frame.height - size.height) / 2, ...size } };
  }
  const closer = framing === 'fill' ? 1 : CLOSER;
  const scale = Math.max(frame.width / width, frame.height / height) * closer;
  const crop = { width: frame.width / scale, height: frame.height / scale };
  const spare = { x: width - crop.width, y: height - crop.height };
  const way = framing === 'fill' ? 0.5 : framing === 'across' ? progress : 1 - progress;
  // Along the longer way only: a move across both at once looks like a slide that missed.
  const along = spare.x / width >= spare.y / height ? 'x' : 'y';
  return {
    source: { x: spare.x * (along === 'x' ? way : 0.5), y: spare.y * (along === 'y' ? way : 0.5), ...crop },
    target: full,
  };
}
