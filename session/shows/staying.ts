import { create } from 'zustand';
import { cabinetKind } from '../../engine/cabinets/page';
import { rowsStay } from './storage';

/** Whether what is made in this window outlasts it, and whether a person closed the word about it. */
export const useStaying = create<{ readonly stays: boolean; readonly told: boolean }>()(() => ({ stays: true, told: false }));

/** The word about it was read. */
export const tellNoMore = (): void => useStaying.setState({ told: true });

/** Finds out whether it does. */
export async function findStaying(): Promise<void> {
  const [kind, rows] = await Promise.all([cabinetKind(), rowsStay()]);
  useStaying.setState({ stays: kind !== 'memory' && rows });
}
