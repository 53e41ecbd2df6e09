import { packHearing, packTexture, unpackHearing, unpackTexture, type Hearing, type Listened, type Texture } from '../../core/music';
import type { Grid, MediaId } from '../../core/show';
import { fileAt, places, type Place } from './folders';
import { writeAt } from './write';

/** Where the hearing of a sound is kept: one for each thing that a person said of its beat. */
function placeOf(media: MediaId, grid: Grid | null): Place {
  return places.hearing(media, grid ? `${grid.tempo}-${grid.beats}-${grid.downbeat}` : 'own');
}

/** What was heard before; null where nothing was, or by an older recipe. */
export async function keptHearing(media: MediaId, grid: Grid | null): Promise<Hearing | null> {
  const file = await fileAt(placeOf(media, grid));
  return file ? unpackHearing(await file.text()) : null;
}

/** What a sound was heard from; null where it was not, or by an older recipe. */
export async function keptTexture(media: MediaId): Promise<Texture | null> {
  const file = await fileAt(places.texture(media));
  return file && file.size % 4 === 0 ? unpackTexture(new Float32Array(await file.arrayBuffer())) : null;
}

/** Workers only. */
export async function keepListened(media: MediaId, grid: Grid | null, { hearing, texture }: Listened): Promise<void> {
  const { buffer } = packTexture(texture);
  await writeAt(places.texture(media), new Uint8Array(buffer as ArrayBuffer));
  await writeAt(placeOf(media, grid), new TextEncoder().encode(packHearing(hearing)));
}
