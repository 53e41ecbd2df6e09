/** What can go wrong for a person. Each code has one sentence in `ui/words/failures.ts`. */
export const FAILURE_CODES = [
  'media.empty',
  'media.unknown',
  'media.no-sound',
  'media.no-length',
  'media.too-long',
  'media.truncated',
  'media.damaged',
  'media.missing',
  'media.stuck',
  'photo.unreadable',
  'photo.heic',
  'photo.too-large',
  'clip.coding',
  'clip.no-picture',
  'media.unsound',
  'clip.silent',
  'clip.too-large',
  'hear.too-long',
  'fit.unheard',
  'mic.denied',
  'mic.none',
  'mic.busy',
  'mic.missing',
  'mic.lost',
  'mic.nothing',
  'stage.missing',
  'storage.full',
  'storage.denied',
  'storage.failed',
  'show.damaged',
  'show.newer',
  'show.missing',
  'file.foreign',
  'file.damaged',
  'file.refused',
  'timeline.foreign',
  'marks.none',
  'film.coding',
  'sound.coding',
  'output.missing',
  'show.elsewhere',
  'server.away',
  'shelf.away',
  'shelf.gone',
  'shelf.odd',
  'worker.died',
  'worker.stuck',
  'cancelled',
  'unknown',
] as const;

export type FailureCode = (typeof FAILURE_CODES)[number];
export type FailureDetails = Readonly<Record<string, string | number>>;

/** An error as a value: a code and the facts its sentence needs. It crosses worker borders as `{ code, details }`. */
export class Failure extends Error {
  readonly code: FailureCode;
  readonly details: FailureDetails;

  constructor(code: FailureCode, details: FailureDetails = {}, cause?: unknown) {
    super(`${code} ${JSON.stringify(details)}`, cause === undefined ? undefined : { cause });
    this.name = 'Failure';
    this.code = code;
    this.details = details;
  }
}

/** Any thrown thing as a `Failure`: a `Failure` as it is, an abort as `cancelled`, the rest as `unknown`. */
export function failureOf(thrown: unknown): Failure {
  if (thrown instanceof Failure) return thrown;
  const name = thrown instanceof Error ? thrown.name : '';
  if (name === 'AbortError') return new Failure('cancelled');
  const message = thrown instanceof Error ? `${name}: ${thrown.message}` : String(thrown);
  return new Failure('unknown', { message }, thrown);
}
