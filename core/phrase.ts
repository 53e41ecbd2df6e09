/** Something that can be said in any language: the key of a sentence in words/, and what its gaps hold. Plain JSON: it may be kept. */
export interface Phrase {
  readonly key: string;
  readonly values?: Readonly<Record<string, string | number>>;
}

/** Says a phrase in some language. */
export type Say = (phrase: Phrase) => string;

/** A phrase: `phrase('edit.moveParts', { count: 2 })`. */
export function phrase(key: string, values?: Phrase['values']): Phrase {
  return values === undefined ? { key } : { key, values };
}
