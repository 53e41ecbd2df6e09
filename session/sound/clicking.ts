import type { Click } from '../../core/mix';
import type { Show } from '../../core/show';
import { sessionStore } from '../open/session';

/** What finds the beats that click while the show plays; null where none do. Who knows the beats sets it (session/fit/clicking.ts). */
export const useClicking = sessionStore<{ readonly find: ((show: Show) => readonly Click[]) | null }>(() => ({ find: null }));

/** The clicks of a show as it plays now. */
export const clicksOf = (show: Show): readonly Click[] => useClicking.getState().find?.(show) ?? [];
