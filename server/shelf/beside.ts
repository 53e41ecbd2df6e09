import { readFile } from 'node:fs/promises';
import Joi from 'joi';
import { parse } from 'papaparse';
import { LIMITS } from '../../core/show';

/** Endings of the sounds that the shelf takes. */
export const SOUNDS = /\.(wav|mp3|flac|ogg|oga|opus|m4a)$/i;
/** Files that speak of the sounds beside them. */
export const TABLE = 'credits.csv';
export const PIECE = 'piece.json';

/** A row of a table of credits; empty where it says nothing. */
export interface Row {
  readonly title: string;
  readonly artist: string;
  readonly licence: string;
  readonly credit: string;
  readonly words: string;
  readonly tempo: string;
  readonly kind: string;
}

const COLUMNS = ['title', 'artist', 'licence', 'credit', 'words', 'tempo', 'kind'] as const;
/** Other names that people give the columns. */
const CALLED: Readonly<Record<string, (typeof COLUMNS)[number] | 'file'>> = {
  filename: 'file',
  name: 'file',
  license: 'licence',
  author: 'artist',
  by: 'artist',
  mood: 'words',
  tags: 'words',
  bpm: 'tempo',
  type: 'kind',
};

/** A table of credits by the names of its files, in small letters. @throws Error where it has no column of files. */
export async function tableAt(path: string): Promise<Map<string, Row>> {
  const text = (await readFile(path, 'utf8')).replace(/^\ufeff/, '');
  const { data, meta } = parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: true,
    transformHeader: (head) => {
      const plain = head.trim().toLowerCase();
      return CALLED[plain] ?? plain;
    },
  });
  if (!meta.fields?.includes('file')) throw new Error('no column of files');
  return new Map(
    data.flatMap((row) => {
      const file = row.file?.trim().normalize('NFC').toLowerCase();
      if (!file) return [];
      const cells = Object.fromEntries(COLUMNS.map((column) => [column, row[column]?.trim() ?? ''])) as unknown as Row;
      return [[file, cells] as const];
    }),
  );
}

/** What a folder of layers says of its piece. */
export interface PieceFile {
  readonly title?: string;
  readonly artist?: string;
  readonly licence?: string;
  readonly credit?: string;
  readonly words?: readonly string[];
  readonly tempo?: number;
  readonly layers: readonly { readonly file: string; readonly title?: string }[];
}

const text = Joi.string().allow('').max(1000);
const piece = Joi.object({
  title: text,
  artist: text,
  licence: text,
  credit: text,
  words: Joi.array().items(text).max(40),
  tempo: Joi.number().min(1).max(1000),
  layers: Joi.array()
    .items(
      Joi.object({
        file: Joi.string()
          .pattern(/^[^/\\]+$/)
          .max(255)
          .required(),
        title: text,
      }),
    )
    .min(2)
    .max(LIMITS.layers)
    .unique('file')
    .required(),
});

/** Reads what a folder says of its piece. @throws Error where it is none. */
export async function pieceAt(path: string): Promise<PieceFile> {
  const raw: unknown = JSON.parse(await readFile(path, 'utf8'));
  const { error } = piece.validate(raw, { stripUnknown: false, allowUnknown: true });
  if (error) throw error;
  return raw as PieceFile;
}
