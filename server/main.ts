import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { languageFor, speak, t } from '../words';
import { createApp } from './app';
import { FolderShelf } from './shelf/folder';
import { OwnMusic } from './shelf/own';

// The terminal says which language it is read in.
speak(
  languageFor(
    [process.env.LC_ALL, process.env.LC_MESSAGES, process.env.LANG]
      .filter((one) => one !== undefined && one !== '')
      .slice(0, 1) as string[],
  ),
);

const { positionals, values } = parseArgs({
  allowPositionals: true,
  options: { shelf: { type: 'string' }, host: { type: 'string', default: '127.0.0.1' } },
});
const [site = 'dist', demo = '.cache/demo'] = positionals;
const wanted = process.env.PORT ?? '4870';
const port = Number(wanted);

/** Names under which only this machine is reached. */
const LOCAL = new Set(['127.0.0.1', '::1', 'localhost']);
/** What is under way may be sent to its end for so long when the server stops, milliseconds. */
const LAST_ANSWERS = 5000;

/** A name for the file that keeps what was read of a folder. */
function shortOf(path: string): string {
  return createHash('sha256').update(path).digest('hex').slice(0, 16);
}

function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

if (!Number.isInteger(port) || port < 1 || port > 65_535) refuse(t('server.port', { port: wanted }));

const cache = resolve(demo, '../shelf');
const teacher = values.shelf === undefined ? null : resolve(values.shelf);
if (teacher !== null && !existsSync(teacher)) refuse(t('server.noFolder', { folder: teacher }));
const folder = teacher === null ? null : new FolderShelf(teacher, join(cache, `${shortOf(teacher)}.json`));
const shelf = { own: new OwnMusic(join(cache, 'own')), folder };

const { host } = values;
const server = createApp({ site: resolve(site), demo: resolve(demo), shelf, log: (line) => console.log(line) }).listen(port, host);
// Whoever asks slowly, or never ends asking, is let go.
server.headersTimeout = 10_000;
server.requestTimeout = 30_000;
void folder?.ready().then(() => console.log(t('server.shelfRead', { count: folder.entries.length, folder: teacher! })));
server.on('listening', () => console.log(t('server.open', { address: `http://${LOCAL.has(host) ? 'localhost' : host}:${port}` })));
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE') {
    refuse(t('server.inUse', { port, other: port + 1 }));
  }
  if (error.code === 'EACCES') refuse(t('server.notAllowed', { port }));
  refuse(t('server.notStarted', { message: error.message }));
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), LAST_ANSWERS).unref();
    void folder?.close();
  });
}
