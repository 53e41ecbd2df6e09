import type { Piece } from '../score';
import { CALM } from './calm';
import { LIVELY } from './lively';

/** All pieces, by their titles. */
export const PIECES: readonly Piece[] = [...CALM, ...LIVELY].sort((a, b) => (a.title < b.title ? -1 : 1));
