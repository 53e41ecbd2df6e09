import type { Cabinet } from './cabinet';
import { privateFiles } from './files';

let current: Promise<Cabinet> | null = null;
let choose: () => Promise<Cabinet> = async () => privateFiles;

/** The cabinet of this window. */
export const cabinet = (): Promise<Cabinet> => (current ??= choose());

/** Says how it is found out which one that is, at the first question. */
export function chooseBy(way: () => Promise<Cabinet>): void {
  choose = way;
  current = null;
}
