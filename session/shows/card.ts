import Joi from 'joi';
import { failureOf, type Failure } from '../../core/failure';
import { showSeconds, type MediaId, type Show } from '../../core/show';

/** What the list tells of a show. */
export interface Card {
  readonly title: string;
  readonly seconds: number;
  readonly pictures: number;
  /** A show of sound alone. */
  readonly alone: boolean;
  readonly cover: MediaId | null;
  readonly savedAt: number;
}

export type Entry =
  | ({ readonly kind: 'valid'; readonly id: string } & Card)
  | { readonly kind: 'broken'; readonly id: string; readonly failure: Failure; readonly savedAt: number };

/** Under this, by show: what the list tells of it, so that it need not read the show. Written with it, in one transaction. */
export const CARD = 'card/';

const schema = Joi.object({
  title: Joi.string().allow('').required(),
  seconds: Joi.number().min(0).required(),
  pictures: Joi.number().integer().min(0).required(),
  alone: Joi.boolean().required(),
  cover: Joi.string().allow(null).required(),
  savedAt: Joi.number().required(),
});

export function cardOf(show: Show, savedAt: number): Card {
  return {
    title: show.title,
    seconds: showSeconds(show),
    pictures: show.pictures.length,
    alone: show.alone !== undefined,
    cover: show.pictures.map((one) => (one.kind === 'card' ? null : one.media)).find((media) => media !== null) ?? null,
    savedAt,
  };
}

/** A card's row; null where there is none, or it makes no sense. */
export function readCard(text: string | null | undefined): Card | null {
  try {
    const { value, error } = schema.validate(JSON.parse(text ?? 'null'), { convert: false }) as { value: Card; error?: Error };
    return error || !value ? null : value;
  } catch {
    return null;
  }
}

/** A show as the list tells of it, from what was read of it. `read` throws where it is damaged. */
export function entryFrom(id: string, savedAt: number, read: () => Show): Entry {
  try {
    return { kind: 'valid', id, ...cardOf(read(), savedAt) };
  } catch (error) {
    return { kind: 'broken', id, failure: failureOf(error), savedAt };
  }
}
