// `node scripts/compress.mjs FOLDER CACHE`: lays a compressed copy beside each file of a built application that gets smaller: once, and not
// for each visit. What was compressed before is known by its content: a build in which one room changed compresses that room alone.
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const [folder, cache] = process.argv.slice(2);
/** Below this, compressing gains nothing, bytes. */
const WORTHWHILE = 1024;
/** The highest, 11, takes more than twice as long for one per cent less. */
const QUALITY = 10;

const CODINGS = {
  br: (bytes) =>
    promisify(brotliCompress)(bytes, {
      params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
    }),
  gz: (bytes) => promisify(gzip)(bytes, { level: 9 }),
};

/** A file in one coding, out of the cache where it is there. */
async function lay(path, bytes, ending) {
  const hash = createHash('sha256').update(bytes).digest('hex');
  const kept = join(cache, `${hash}-${QUALITY}.${ending}`);
  if (!existsSync(kept)) {
    writeFileSync(`${kept}.${process.pid}`, await CODINGS[ending](bytes));
    renameSync(`${kept}.${process.pid}`, kept);
  }
  copyFileSync(kept, `${path}.${ending}`);
}

mkdirSync(cache, { recursive: true });
const waiting = readdirSync(folder, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && /\.(js|css|html|json|svg|ttf|wasm|ico|webmanifest)$/.test(entry.name))
  .map((entry) => join(entry.parentPath, entry.name))
  .map((path) => ({ path, bytes: readFileSync(path) }))
  .filter(({ bytes }) => bytes.length >= WORTHWHILE)
  .sort((a, b) => a.bytes.length - b.bytes.length);

/** Codings run in threads of their own: as many files at a time as there are cores, the largest first. */
async function work() {
  for (let one = waiting.pop(); one; one = waiting.pop()) for (const ending of Object.keys(CODINGS)) await lay(one.path, one.bytes, ending);
}
await Promise.all(Array.from({ length: availableParallelism() }, work));
