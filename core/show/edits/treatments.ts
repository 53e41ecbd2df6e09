import type { Draft } from 'immer';
import { clamp } from '../../units';
import { LIMITS } from '../limits';
import type { Treatment } from '../types';
import { defineEdit, find } from './edit';

/** What a chain of treatments belongs to: parts (each gets it), or a lane. */
export type Treated = { readonly parts: readonly string[] } | { readonly lane: string };

function bounded(treatment: Treatment): Treatment {
  return { ...treatment, frequency: clamp(treatment.frequency, LIMITS.lowCut.least, LIMITS.lowCut.most) };
}

/** Sets what parts or a lane go through, in order; an empty chain takes it all away. */
export const setTreatments = defineEdit<{ of: Treated; chain: readonly Treatment[] }>('edit.treatTheSound', (show, { of, chain }) => {
  const next = chain.slice(0, LIMITS.treatments).map(bounded);
  const owners = 'lane' in of ? [find(show.lanes, of.lane, 'lane')] : of.parts.map((id) => find(show.parts, id, 'part'));
  for (const owner of owners) {
    if (JSON.stringify(owner.treatments ?? []) === JSON.stringify(next)) continue;
    if (next.length === 0) delete owner.treatments;
    else owner.treatments = next as Draft<Treatment[]>;
  }
});
