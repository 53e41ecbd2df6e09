import { resolve } from 'node:path';
import { createApp } from './app';

const [site = 'dist', demo = '.cache/demo'] = process.argv.slice(2);
const wanted = process.env.PORT ?? '4870';
const port = Number(wanted);

function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

if (!Number.isInteger(port) || port < 1 || port > 65_535) refuse(`PORT must be a whole number from 1 to 65535, not “${wanted}”.`);

const server = createApp({ site: resolve(site), demo: resolve(demo) }).listen(port);
server.on('listening', () => console.log(`Rain Bed is open at http://localhost:${port}  (stop it with Ctrl+C)`));
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE') {
    refuse(`Port ${port} is in use by another program. Stop that program, or choose another port: PORT=${port + 1} npm run demo`);
  }
  if (error.code === 'EACCES') refuse(`This user may not open port ${port}. Choose one above 1023: PORT=4870 npm run demo`);
  refuse(`The server could not start: ${error.message}`);
});
