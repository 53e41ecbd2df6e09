// Names each built file by what is in it. The bundler names a file before it puts the names of others into it: one that only says where a changed
// worker lies would keep its name, and browsers keep what has such a name for ever.
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';

/** The hash in a name, wherever that is spoken of. */
const HASH = /[0-9a-f]{32}(?=\.(?:js|css)\b)/g;

/** Files of a folder and all below it. */
const filesIn = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map((one) => join(one.parentPath, one.name));

const hashOf = (path) => basename(path).match(HASH)?.[0] ?? null;

/**
 * Renames the scripts and styles below `folder`, and where they are spoken of. @throws Error where two of them speak of each other: no name could be
 * right for both.
 */
export function nameByContent(folder) {
  const texts = new Map(
    filesIn(folder)
      .filter((path) => /\.(js|css|html)$/.test(path))
      .map((path) => [path, readFileSync(path, 'utf8')]),
  );
  const waiting = new Map([...texts].filter(([path]) => hashOf(path)).map(([path, text]) => [hashOf(path), text]));
  const named = new Map();
  const settled = (text) => text.replace(HASH, (hash) => named.get(hash) ?? hash);
  while (waiting.size > 0) {
    const ready = [...waiting].filter(([, text]) => !(text.match(HASH) ?? []).some((hash) => waiting.has(hash)));
    if (ready.length === 0) throw new Error(`files speak of each other: ${[...waiting.keys()].join(', ')}`);
    for (const [hash, text] of ready) {
      named.set(hash, createHash('md5').update(settled(text)).digest('hex'));
      waiting.delete(hash);
    }
  }
  for (const [path, text] of texts) {
    if (settled(text) !== text) writeFileSync(path, settled(text));
    if (hashOf(path)) renameSync(path, join(dirname(path), settled(basename(path))));
  }
}
