import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import morgan from 'morgan';
import express, { type ErrorRequestHandler, type Express, type Request } from 'express';
import { languageFor, tIn } from '../words';
import { shelfRouter, type Shelf } from './shelf/router';

export interface Folders {
  /** The built application. */
  readonly site: string;
  /** The demo show: `show.json` and `media/`. */
  readonly demo: string;
  /** The music shelf; none where it says nothing. */
  readonly shelf?: Shelf | undefined;
  /** Takes one line for each request. */
  readonly log?: ((line: string) => void) | undefined;
}

/** Only what the application itself brings may run or load; media come from the browser's own storage. */
const POLICY = {
  'default-src': ["'self'"],
  'script-src': ["'self'", "'wasm-unsafe-eval'"],
  'worker-src': ["'self'", 'blob:'],
  // The interface sets its styles one by one.
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'blob:', 'data:'],
  'media-src': ["'self'", 'blob:'],
  'connect-src': ["'self'", 'blob:', 'data:'],
  'font-src': ["'self'", 'data:'],
  'object-src': ["'none'"],
  'base-uri': ["'self'"],
  'form-action': ["'self'"],
  'frame-ancestors': ["'self'"],
};

/** The language that whoever asks would rather read. */
const languageOf = (request: Request) => languageFor(request.acceptsLanguages());

/** Files with a hash in their name never change. */
const FOREVER = 'public, max-age=31536000, immutable';
const HASHED = /[-.][0-9a-f]{32}(@\dx)?\.[a-z0-9.]+$/;

export function createApp({ site, demo, shelf, log }: Folders): Express {
  const app = express();
  app.disable('x-powered-by');
  if (log)
    app.use(morgan(':method :url :status :res[content-length] bytes :response-time ms', { stream: { write: (line) => log(line.trim()) } }));
  // Whether a connection is to be encrypted is for whoever ends the encryption to say: a class network has none.
  app.use(helmet({ contentSecurityPolicy: { useDefaults: false, directives: POLICY }, strictTransportSecurity: false }));
  app.use((request, response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') next();
    else
      response
        .status(405)
        .set('Allow', 'GET, HEAD')
        .type('text')
        .send(tIn(languageOf(request), 'server.onlyReads'));
  });
  app.get('/health', (_request, response) => {
    const reading = shelf?.folder?.reading ?? null;
    response.set('Cache-Control', 'no-store').json({ status: 'ok', seconds: Math.round(process.uptime()), reading });
  });
  app.use(compression());
  app.use('/demo', demoRouter(demo));
  if (shelf) app.use('/shelf', shelfRouter(shelf));
  app.use(
    // Compressed when it was built: nobody waits for it now.
    staticGzip(site, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      serveStatic: { setHeaders: (response, path) => response.setHeader('Cache-Control', HASHED.test(path) ? FOREVER : 'no-cache') },
    }),
  );
  app.get('/{*path}', (request, response) => {
    // What asks for a file by its ending is told that it is not there; everything else is a screen of the application.
    if (/\.[a-z0-9]{1,5}$/i.test(request.path))
      response
        .status(404)
        .type('text')
        .send(tIn(languageOf(request), 'server.noFile'));
    else response.sendFile('index.html', { root: site });
  });
  app.use(lastResort);
  return app;
}

function demoRouter(folder: string) {
  const router = express.Router();
  for (const name of ['show.json', 'radio.json']) router.get(`/${name}`, (_request, response) => response.sendFile(name, { root: folder }));
  router.get('/media/:id', (request, response) => {
    const { id } = request.params;
    const media = join(folder, 'media');
    const name = /^[0-9a-f]{64}$/.test(id) && existsSync(media) ? readdirSync(media).find((one) => one.startsWith(id)) : undefined;
    if (name === undefined)
      response
        .status(404)
        .type('text')
        .send(tIn(languageOf(request), 'server.noMedia'));
    else response.sendFile(name, { root: media, headers: { 'Cache-Control': FOREVER } });
  });
  return router;
}

/** One handler at the end; what it says is for people, what it logs is for whoever runs the server. */
const lastResort: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const status = typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number' ? error.status : 500;
  if (status >= 500) console.error(error);
  response
    .status(status)
    .type('text')
    .send(tIn(languageOf(request), status === 404 ? 'server.noFile' : 'server.failed'));
};
