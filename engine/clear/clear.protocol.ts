import type { MediaId } from '../../core/show';

/** What the worker for clear voices does. */
export type ClearCalls = {
  /** Works out what clear voice makes of a stored sound, and keeps it beside it. Progress and cancel. @throws Failure `media.missing`, `storage.full`. */
  clear(details: { media: MediaId }): Promise<void>;
};
