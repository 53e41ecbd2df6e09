// Names each built file by what is in it. The bundler names a file before it puts the names of others into it: one that only says where a changed
// worker lies would keep its name, and browsers keep what has such a name for ever.
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';

const NAMED = /[A-Za-z0-9_]+-[0-9a-f]{32}\.(?:js|css)/g;

/** Files of a folder and all below it. */
const filesIn = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map((one) => join(one.parentPath, one.name));

/** What a file is called that holds this. */
const nameOf = (name, bytes) => name.replace(/[0-9a-f]{32}/, createHash('md5').update(bytes).digest('hex'));

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
  const waiting = new Map([...texts].filter(([path]) => basename(path).match(NAMED)));
  const names = new Map();
  const settled = (text) => text.replace(NAMED, (name) => names.get(name) ?? name);
  const speaksOf = (text) => (text.match(NAMED) ?? []).some((name) => [...waiting.keys()].some((path) => basename(path) === name));
  while (waiting.size > 0) {
    const ready = [...waiting].filter(([, text]) => !speaksOf(text));
    if (ready.length === 0)
      throw new Error(`these files speak of each other: ${[...waiting.keys()].map((path) => basename(path)).join(', ')}`);
    for (const [path, text] of ready) {
      const now = settled(text);
      names.set(basename(path), nameOf(basename(path), now));
      waiting.delete(path);
    }
  }
  for (const [path, text] of texts) {
    const name = names.get(basename(path));
    if (settled(text) !== text) writeFileSync(path, settled(text));
    if (name && name !== basename(path)) renameSync(path, join(path, '..', name));
  }
}
