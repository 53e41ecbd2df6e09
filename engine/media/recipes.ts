import type { MediaId, Recipe } from '../../core/show';
import type { PcmSource } from '../../core/sound';
import { findOut, findingsName, type Findings } from '../../core/treat';
import { fileAt, places, type Place } from './folders';
import { writeAt } from './write';

/** What a recipe needs found out of a sound: as it was kept, else found now and kept. Workers only. */
export async function findingsFor(
  media: MediaId,
  source: PcmSource,
  recipe: Recipe,
  cleared: PcmSource | null = null,
  given: Findings = {},
): Promise<Findings> {
  const name = findingsName(recipe);
  if (name === null) return {};
  const place = places.findings(media, name);
  const kept = await read(place);
  if (kept) return kept;
  const found = findOut(source, recipe, cleared, given);
  // What cannot be kept is used all the same, and found anew the next time.
  await writeAt(place, new TextEncoder().encode(JSON.stringify(found))).catch(() => undefined);
  return found;
}

async function read(place: Place): Promise<Findings | null> {
  const file = await fileAt(place);
  if (!file) return null;
  try {
    return JSON.parse(await file.text()) as Findings;
  } catch {
    return null;
  }
}
