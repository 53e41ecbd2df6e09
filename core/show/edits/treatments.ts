import type { Draft } from 'immer';
import { LIMITS } from '../limits';
import { boundTreatment } from '../treatments';
import type { Treatment } from '../treatTypes';
import { clipOf } from './clips';
import { defineEdit, find } from './edit';

/** What a chain of treatments belongs to: parts (each gets it), a lane, or a clip's own sound. */
export type Treated = { readonly parts: readonly string[] } | { readonly lane: string } | { readonly own: string };

/** Sets what parts, a lane or a clip's own sound go through, in order; an empty chain takes it all away. Clear voice always comes first. */
export const setTreatments = defineEdit<{ of: Treated; chain: readonly Treatment[] }>('edit.treatTheSound', (show, { of, chain }) => {
  const next = chain.slice(0, LIMITS.treatments).map(boundTreatment);
  next.sort((a, b) => Number(b.kind === 'clear') - Number(a.kind === 'clear'));
  const owners: { treatments?: readonly Draft<Treatment>[] | undefined }[] =
    'lane' in of
      ? [find(show.lanes, of.lane, 'lane')]
      : 'own' in of
        ? [clipOf(show, of.own).own]
        : of.parts.map((id) => find(show.parts, id, 'part'));
  for (const owner of owners) {
    if (JSON.stringify(owner.treatments ?? []) === JSON.stringify(next)) continue;
    if (next.length === 0) delete owner.treatments;
    else owner.treatments = next as Draft<Treatment>[];
  }
});
