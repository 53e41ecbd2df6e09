import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import parse from 'joi-to-json';
import { documentSchema } from '../core/show';

/** JSON Schema has no words for bounds that are other fields: those are told in docs/FORMAT.md. A list of values needs no types beside it. */
function plain(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(plain);
  if (typeof schema !== 'object' || schema === null) return schema;
  const bounds = new Set(['minimum', 'maximum', 'exclusiveMinimum', 'exclusiveMaximum']);
  const kept = Object.entries(schema).filter(
    ([name, value]) => !(bounds.has(name) && typeof value === 'object') && !(name === 'type' && Array.isArray(value) && 'enum' in schema),
  );
  return Object.fromEntries(kept.map(([name, value]) => [name, plain(value)]));
}

/** The document's schema as JSON Schema (2019-09), made from the one that the code checks with. */
export function schemaText(): string {
  const schema = plain(parse(documentSchema, 'json-draft-2019-09')) as object;
  const head = { $schema: 'https://json-schema.org/draft/2019-09/schema', title: 'A show of Rain Bed (show.json)' };
  return `${JSON.stringify({ ...head, ...schema }, null, 1)}\n`;
}

export const SCHEMA_PATH = join(__dirname, '../docs/show.schema.json');

if (process.argv.includes('--write-schema')) writeFileSync(SCHEMA_PATH, schemaText());
