import { laneLevel } from '../level';
import type { Media, Part } from '../show';
import { framesOf, type Frames } from '../units';
import { planPart, type Plan } from './plan';

/** A sound that is to be a layer of a piece: the frame of the piece with which it begins. */
export interface LayerAt {
  readonly media: Media;
  readonly at: Frames;
}

const NONE = { seconds: 0, bend: 0 } as const;

/** Some sounds as they lie beside one another in one piece, from its first frame to its last: one of them padded to the length of all, or their sum. */
export function planLayers(layers: readonly LayerAt[], frames: Frames = lengthOf(layers)): Plan {
  const parts = layers.map(({ media, at }, index) => {
    const spans = [{ from: 0, to: media.seconds, join: 0 }];
    const part: Part = {
      id: `${index}`,
      kind: 'bed',
      lane: '',
      media: media.id,
      at: at / 48_000,
      spans,
      gain: 0,
      fadeUp: NONE,
      fadeOut: NONE,
      quiet: [],
      pins: [],
    };
    return planPart({ part, key: media.id }, media.id, media.seconds, null, null);
  });
  return { frames, master: 1, closing: 0, ceiling: null, parts, lanes: [{ id: '', chain: [], level: laneLevel({ gain: 0 }), pan: 0 }] };
}

/** Frames from the beginning of the first layer to the end of the last. */
export const lengthOf = (layers: readonly LayerAt[]): Frames => Math.max(...layers.map(({ media, at }) => at + framesOf(media.seconds)));
