import { decimal } from '../../words';

/** Size of a file as people say it. */
export function saySize(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  if (bytes < 1e9) return `${decimal(bytes / 1e6, bytes < 1e7 ? 1 : 0)} MB`;
  return `${decimal(bytes / 1e9, 1)} GB`;
}
