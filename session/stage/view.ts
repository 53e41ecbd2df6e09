import { Failure, failureOf } from '../../core/failure';
import type { Scene } from '../../core/stage';
import { startStage, type StageClient } from '../../engine/stage/stage.client';
import type { PaintedLayer } from '../../engine/stage/stage.protocol';
import { perSession } from '../open/session';
import { report } from '../open/store';

/** The worker that paints; it ends with the show, and the canvases that it was given with it. */
const painter = perSession((session): StageClient => {
  const client = startStage();
  session.onEnd(() => client.close());
  return client;
});

/** A canvas on the page that the stage's worker paints. */
export interface StageView {
  size(width: number, height: number): void;
  scene(scene: Scene): void;
  /** Paints a moment. */
  paint(moment: number): void;
}

export interface StageEvents {
  /** Every layer shows its very frame. */
  painted(layers: readonly PaintedLayer[]): void;
  /** A moment is on the stage, if only as a small frame of its strip. */
  near(moment: number): void;
}

/** Hands a canvas over to the worker, for good: a canvas can be handed over once. */
export function openStage(canvas: HTMLCanvasElement, font: string | null, events: StageEvents): StageView {
  if (typeof canvas.transferControlToOffscreen !== 'function') {
    report(new Failure('stage.missing'));
    return { size: () => undefined, scene: () => undefined, paint: () => undefined };
  }
  const stage = painter();
  const offscreen = canvas.transferControlToOffscreen();
  const fail = (error: unknown) => (failureOf(error).code === 'cancelled' ? undefined : report(error));
  void stage.call('attach', { canvas: offscreen, font }, { transfer: [offscreen] }).catch(fail);
  return {
    size: (width, height) => void stage.call('size', { width, height }).catch(fail),
    scene: (scene) => void stage.call('scene', { scene }).catch(fail),
    paint: (moment) =>
      void stage
        .call('paint', { moment }, { onProgress: () => events.near(moment) })
        .then((layers) => (layers ? events.painted(layers) : undefined))
        .catch(fail),
  };
}
