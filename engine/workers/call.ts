import type { FailureCode, FailureDetails } from '../../core/failure';

/** What a worker can do: names to functions of one argument. Types only; each worker's protocol file fills it in. */
export type Calls = Record<string, (details: never) => unknown>;

/** Messages to a worker. `details` are copied, but for what the client lists as transferred. */
export type Request =
  | { readonly kind: 'call'; readonly job: number; readonly name: string; readonly details: unknown }
  | { readonly kind: 'cancel'; readonly job: number };

/** Messages from a worker. Results are copied, but for the buffers that the call hands over. */
export type Reply =
  | { readonly kind: 'done'; readonly job: number; readonly result: unknown }
  | { readonly kind: 'progress'; readonly job: number; readonly share: number }
  | { readonly kind: 'failed'; readonly job: number; readonly code: FailureCode; readonly details: FailureDetails };

/** The part of Worker and MessagePort that is needed here. */
export interface Line {
  postMessage(message: unknown, transfer: Transferable[]): void;
  addEventListener(type: 'message', listener: (event: MessageEvent) => void): void;
}
