import type { Layer, PartLayer } from './layerTypes';
import type { MediaId, Part, Show } from './types';

/** A layer of a part with what is said of it. */
export interface Strand extends PartLayer {
  readonly title: string;
  /** Whether it sounds: it is not muted, and none of the others is soloed without it. */
  readonly heard: boolean;
}

/** The layers of a part's piece, in their order; none for a sound that is whole. */
export function layersOf(show: Pick<Show, 'media'>, part: Pick<Part, 'media'>): readonly Layer[] {
  return show.media[part.media]?.layers ?? [];
}

/** How a layer is played of which nothing is said. */
export const plainLayer = (media: MediaId): PartLayer => ({ media, gain: 0 });

/** The layers of a part as it plays them; none for a sound that is whole. */
export function strandsOf(show: Pick<Show, 'media'>, part: Pick<Part, 'media' | 'layers'>): Strand[] {
  const layers = layersOf(show, part);
  if (layers.length === 0) return [];
  const said = layers.map(({ media, title }) => ({ ...(part.layers?.find((one) => one.media === media) ?? plainLayer(media)), title }));
  const soloed = said.some(({ solo }) => solo);
  return said.map((one) => ({ ...one, heard: !one.mute && (!soloed || one.solo === true) }));
}

/** Every sound that a part plays: its layers, or itself. */
export function soundsOf(show: Pick<Show, 'media'>, part: Pick<Part, 'media'>): MediaId[] {
  const layers = layersOf(show, part);
  return layers.length === 0 ? [part.media] : layers.map(({ media }) => media);
}

/** Media with the layers of those that have some: all that has to lie on the disk. */
export function withLayers(show: Pick<Show, 'media'>, media: Iterable<MediaId>): Set<MediaId> {
  const all = new Set<MediaId>();
  for (const id of media) {
    all.add(id);
    for (const layer of layersOf(show, { media: id })) all.add(layer.media);
  }
  return all;
}
