import { existsSync } from 'node:fs';
import express, { type Request, type Response, type Router } from 'express';
import { offersOf, pageOf, readShelfQuery, type ShelfEntry, type ShelfPage } from '../../core/shelf';
import { languageFor, tIn } from '../../words';
import type { FolderShelf } from './folder';
import type { OwnMusic } from './own';

export interface Shelf {
  readonly own: OwnMusic | null;
  readonly folder: FolderShelf | null;
}

/** Problems that are told with a page. */
const TOLD = 50;

/** The shelf as it is served: pages of its list, and its sounds, in parts where somebody wants parts. */
export function shelfRouter({ own, folder }: Shelf): Router {
  const router = express.Router();
  let [ofFolder, all]: [readonly ShelfEntry[] | null, readonly ShelfEntry[]] = [null, own?.entries ?? []];
  let offers = offersOf(all);
  const entries = () => {
    const now = folder?.entries ?? [];
    if (now !== ofFolder) {
      [ofFolder, all] = [now, [...(own?.entries ?? []), ...now]];
      offers = offersOf(all);
    }
    return all;
  };
  router.get('/list', (request, response) => {
    const query = readShelfQuery(request.query);
    if (!query) {
      refuse(request, response, 400, 'server.badQuestion');
      return;
    }
    const found = pageOf(entries(), query);
    const page: ShelfPage = { ...found, ...offers, reading: folder?.reading ?? null, problems: (folder?.problems ?? []).slice(0, TOLD) };
    response.setHeader('Cache-Control', 'no-store');
    response.json(page);
  });
  router.get('/sounds/:id/:file', async (request, response) => {
    const { id, file } = request.params;
    const path = id.startsWith('own-') ? await own?.pathOf(id, file) : await folder?.pathOf(id, file);
    if (!path || !existsSync(path)) {
      refuse(request, response, 404, 'server.noSound');
      return;
    }
    response.sendFile(path, { dotfiles: 'allow', headers: { 'Cache-Control': 'private, max-age=3600' } });
  });
  return router;
}

function refuse(request: Request, response: Response, status: number, key: 'server.badQuestion' | 'server.noSound'): void {
  response
    .status(status)
    .type('text')
    .send(tIn(languageFor(request.acceptsLanguages()), key));
}
