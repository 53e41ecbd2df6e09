import type { Draft } from 'immer';
import { clamp } from '../../units';
import type { PartLayer } from '../layerTypes';
import { layersOf, plainLayer } from '../layers';
import { LIMITS } from '../limits';
import { partSeconds } from '../placement';
import type { Media, Part, Pin, Show } from '../types';
import { boundPin } from './dips';
import { addPart, defineEdit, find, nameMedia } from './edit';
import { copyPart } from './keep';

/** Lays several sounds as one piece in layers, in the place of parts. @param media the layers, and the piece that names them. */
export const layInLayers = defineEdit<{ part: Part; media: readonly Media[]; instead: readonly string[] }>(
  'edit.layInLayers',
  (show, { part, media, instead }) => {
    for (const one of media) nameMedia(show, one);
    show.parts = show.parts.filter(({ id }) => !instead.includes(id));
    addPart(show, copyPart(part));
  },
);

/** What is changed of how a layer is played; what is not named stays. `under: null`: as the show's dips have it. */
export interface LayerChange {
  readonly gain?: number;
  readonly mute?: boolean;
  readonly solo?: boolean;
  readonly under?: PartLayer['under'] | null;
}

/** Changes how one layer of a part is played; what is as it was by itself is not kept. */
function change(show: Draft<Show>, part: Draft<Part>, media: string, next: (one: PartLayer) => PartLayer): void {
  if (!layersOf(show, part).some((one) => one.media === media)) throw new RangeError(`part ${part.id} has no layer ${media}`);
  const one = next(part.layers?.find((each) => each.media === media) ?? plainLayer(media));
  const plain = one.gain === 0 && !one.mute && !one.solo && !one.under && !one.pins?.length;
  const others = (part.layers ?? []).filter((each) => each.media !== media);
  const layers = plain ? others : [...others, one];
  if (layers.length > 0) part.layers = layers as Draft<PartLayer[]>;
  else if (part.layers) part.layers = undefined;
}

/** Level, mute and solo of a layer, and what becomes of it where somebody speaks. */
export const setLayer = defineEdit<{ id: string; media: string; change: LayerChange }>(
  ({ change: { mute, solo, under } }) =>
    mute !== undefined || solo !== undefined
      ? 'edit.hearOtherLayers'
      : under !== undefined
        ? 'edit.thinALayerOut'
        : 'edit.changeALayersLevel',
  (show, { id, media, change: { gain, mute, solo, under } }) =>
    change(show, find(show.parts, id, 'part'), media, (one) => {
      const next = { mute: mute ?? one.mute, solo: solo ?? one.solo, under: under === undefined ? one.under : under };
      return {
        media,
        gain: clamp(gain ?? one.gain, LIMITS.pin.least, LIMITS.pin.most),
        ...(next.mute ? { mute: true as const } : {}),
        ...(next.solo ? { solo: true as const } : {}),
        ...(next.under ? { under: next.under } : {}),
        ...(one.pins ? { pins: one.pins } : {}),
      };
    }),
);

/** Sets the levels over time of a layer, in whatever order they come; none takes them all away. */
export const setLayerPins = defineEdit<{ id: string; media: string; pins: readonly Pin[] }>(
  ({ pins }) => (pins.length === 0 ? 'edit.levelAsBefore' : 'edit.setPins'),
  (show, { id, media, pins }) => {
    const part = find(show.parts, id, 'part');
    const length = partSeconds(part);
    const next = pins
      .slice(0, LIMITS.pin.count)
      .map((pin) => boundPin(pin, length))
      .sort((a, b) => a.at - b.at);
    change(show, part, media, (one) => ({ ...one, pins: next.length > 0 ? next : undefined }));
  },
);
