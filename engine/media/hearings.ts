import { packHearing, unpackHearing, type Hearing } from '../../core/music';
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

/** Workers only. */
export function keepHearing(media: MediaId, grid: Grid | null, heard: Hearing): Promise<void> {
  return writeAt(placeOf(media, grid), new TextEncoder().encode(packHearing(heard)));
}
