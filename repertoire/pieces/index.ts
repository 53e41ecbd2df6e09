import type { Piece } from '../score';
import { CALM } from './calm';
import { DANCES } from './dances';
import { LIVELY } from './lively';

/** All pieces, by their titles. */
export const PIECES: readonly Piece[] = [...CALM, ...DANCES, ...LIVELY].sort((a, b) => (a.title < b.title ? -1 : 1));
