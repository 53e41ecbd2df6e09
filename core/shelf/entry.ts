import Joi from 'joi';
import { LIMITS } from '../show/limits';
import type { Seconds } from '../units';

/** A file of the shelf. */
export interface ShelfFile {
  /** Where it is fetched, on the server that gave the list. */
  readonly url: string;
  readonly title: string;
  readonly bytes: number;
}

/** A piece of music or a spot sound on the shelf. */
export interface ShelfEntry {
  readonly id: string;
  readonly kind: 'music' | 'spot';
  readonly title: string;
  readonly artist: string;
  /** Empty where nothing is known of it. */
  readonly licence: string;
  /** The line that credits whoever made it; empty where there is none. */
  readonly credit: string;
  /** Mood words and genres, in small letters. */
  readonly words: readonly string[];
  /** The folders that it lies in; empty for the shelf's own music. */
  readonly collection: string;
  readonly seconds: Seconds;
  /** Beats a minute; null where nobody said. */
  readonly tempo: number | null;
  /** One file; of a piece in layers its layers. */
  readonly files: readonly ShelfFile[];
  /** The sum of the layers as a file, where the shelf has one. */
  readonly sum: ShelfFile | null;
}

/** What of the shelf is wanted; what is not named does not matter. */
export interface ShelfQuery {
  readonly q?: string | undefined;
  readonly kind?: ShelfEntry['kind'] | undefined;
  readonly shortest?: Seconds | undefined;
  readonly longest?: Seconds | undefined;
  readonly slowest?: number | undefined;
  readonly fastest?: number | undefined;
  readonly word?: string | undefined;
  readonly licence?: string | undefined;
  readonly collection?: string | undefined;
  readonly layers?: boolean | undefined;
  /** From 0. */
  readonly page?: number | undefined;
}

/** A file of the shelf that cannot be used, and why. */
export interface ShelfProblem {
  readonly file: string;
  readonly why: 'unreadable' | 'empty' | 'piece' | 'table';
}

/** One page of what was asked for. */
export interface ShelfPage {
  readonly entries: readonly ShelfEntry[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  /** What the whole shelf has to choose among: the most frequent first. */
  readonly words: readonly string[];
  readonly licences: readonly string[];
  readonly collections: readonly string[];
  /** Files that have been looked at while the shelf is being read; null when it is done. */
  readonly reading: { readonly done: number; readonly all: number } | null;
  readonly problems: readonly ShelfProblem[];
}

const text = Joi.string().allow('').max(2000);
const file = Joi.object({
  url: Joi.string()
    .pattern(/^\/shelf\/sounds\//)
    .required(),
  title: text.required(),
  bytes: Joi.number().min(0).required(),
});
const entry = Joi.object({
  id: Joi.string().required(),
  kind: Joi.valid('music', 'spot').required(),
  title: text.required(),
  artist: text.required(),
  licence: text.required(),
  credit: text.required(),
  words: Joi.array().items(text).required(),
  collection: text.required(),
  seconds: Joi.number()
    .min(0)
    .max(LIMITS.soundSeconds * 100)
    .required(),
  tempo: Joi.number().allow(null).required(),
  files: Joi.array().items(file).min(1).required(),
  sum: file.allow(null).required(),
});
const page = Joi.object({
  entries: Joi.array().items(entry).required(),
  total: Joi.number().required(),
  page: Joi.number().required(),
  pages: Joi.number().required(),
  words: Joi.array().items(text).required(),
  licences: Joi.array().items(text).required(),
  collections: Joi.array().items(text).required(),
  reading: Joi.object({ done: Joi.number().required(), all: Joi.number().required() }).allow(null).required(),
  problems: Joi.array()
    .items(Joi.object({ file: text.required(), why: Joi.valid('unreadable', 'empty', 'piece', 'table').required() }))
    .required(),
});

/** A page that came over the network, or null where it is none. */
export function readShelfPage(raw: unknown): ShelfPage | null {
  return page.validate(raw, { convert: false, presence: 'required' }).error ? null : (raw as ShelfPage);
}

const number = Joi.number().min(0).max(100_000);
const query = Joi.object({
  q: Joi.string().allow('').max(200),
  kind: Joi.valid('music', 'spot'),
  shortest: number,
  longest: number,
  slowest: number,
  fastest: number,
  word: Joi.string().max(100),
  licence: text,
  collection: text,
  layers: Joi.boolean(),
  page: Joi.number().integer().min(0).max(10_000),
});

/** A question as it stands in an address; null where it makes no sense. */
export function readShelfQuery(raw: unknown): ShelfQuery | null {
  const { error, value } = query.validate(raw, { convert: true, stripUnknown: true });
  return error ? null : (value as ShelfQuery);
}

/** The line that goes into a show's credits: as it is given, else what is known of title, artist and licence; empty where nothing is. */
export function creditLine({ title, artist, licence, credit }: Pick<ShelfEntry, 'title' | 'artist' | 'licence' | 'credit'>): string {
  if (credit) return credit;
  if (!artist && !licence) return '';
  return [`“${title}”`, artist, licence].filter(Boolean).join(', ').slice(0, LIMITS.credit);
}
