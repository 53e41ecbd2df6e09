import { resolve } from 'node:path';
import { languageFor, speak, t } from '../words';
import { createApp } from './app';

// The terminal says which language it is read in.
speak(
  languageFor(
    [process.env.LC_ALL, process.env.LC_MESSAGES, process.env.LANG]
      .filter((one) => one !== undefined && one !== '')
      .slice(0, 1) as string[],
  ),
);

const [site = 'dist', demo = '.cache/demo'] = process.argv.slice(2);
const wanted = process.env.PORT ?? '4870';
const port = Number(wanted);

function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

if (!Number.isInteger(port) || port < 1 || port > 65_535) refuse(t('server.port', { port: wanted }));

const server = createApp({ site: resolve(site), demo: resolve(demo) }).listen(port);
server.on('listening', () => console.log(t('server.open', { address: `http://localhost:${port}` })));
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE') {
    refuse(t('server.inUse', { port, other: port + 1 }));
  }
  if (error.code === 'EACCES') refuse(t('server.notAllowed', { port }));
  refuse(t('server.notStarted', { message: error.message }));
});
