import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
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
}

/** Only what the application itself brings may run or load; media come from the browser's own storage. */
const POLICY = [
  "default-src 'self'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "worker-src 'self' blob:",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' blob: data:",
  "media-src 'self' blob:",
  "connect-src 'self' blob: data:",
  "font-src 'self' data:",
].join('; ');

/** The language that whoever asks would rather read. */
const languageOf = (request: Request) => languageFor(request.acceptsLanguages());

/** Files with a hash in their name never change. */
const FOREVER = 'public, max-age=31536000, immutable';

export function createApp({ site, demo, shelf }: Folders): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.setHeader('Content-Security-Policy', POLICY);
    response.setHeader('X-Content-Type-Options', 'nosniff');
    next();
  });
  app.use(compression());
  app.use('/demo', demoRouter(demo));
  if (shelf) app.use('/shelf', shelfRouter(shelf));
  app.use(
    express.static(site, {
      setHeaders: (response, path) => response.setHeader('Cache-Control', path.includes('/_expo/static/') ? FOREVER : 'no-cache'),
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
