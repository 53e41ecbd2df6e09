import type { Scene } from '../../core/stage';

/** One picture as it was painted. */
export interface PaintedLayer {
  /** Name of the picture. */
  readonly picture: string;
  /** Second of the video that a clip's frame belongs to; null for everything else. */
  readonly source: number | null;
}

export type StageCalls = {
  /** Takes the canvas to paint on, and the font for cards; settles when the font is there. The canvas is transferred. */
  attach(details: { canvas: OffscreenCanvas; font: string | null }): Promise<void>;
  /** Sets the size of the frame, in pixels of the canvas. */
  size(details: { width: number; height: number }): void;
  /** What is painted from now on. Copied. */
  scene(details: { scene: Scene }): void;
  /**
   * Paints a moment, at once as well as it can; settles when every layer shows its very frame, with what it then shows.
   * Null where a later call came first. Progress is told once a stand-in of this very moment is on the stage.
   */
  paint(details: { moment: number }): Promise<readonly PaintedLayer[] | null>;
};
