/** All data out and in. An archive is sent as application/zip, which a foreign page cannot do without asking first. */
import express from 'express';
import { pipeline } from 'node:stream/promises';
import type { Data } from '../data';
import { Problem } from '../problem';
import { archiveLimits } from './format';

export function archiveRoutes({ archive, workshop }: Data): express.Router {
  const routes = express.Router();
  routes.get('/', async (_request, response) => {
    response.attachment(`binarus-${new Date().toISOString().slice(0, 10)}.zip`).type('application/zip');
    await pipeline(archive.out(), response);
  });
  routes.post(
    '/',
    (request, _response, next) => {
      next(request.is('application/zip') ? undefined : new Problem(415, 'Send application/zip.'));
    },
    express.raw({ type: 'application/zip', limit: archiveLimits.archiveBytes }),
    async (request, response) => {
      const content = await workshop.archive(request.body as Uint8Array);
      if ('problem' in content) throw new Problem(422, `${content.problem} Nothing was changed.`);
      response.json(archive.take(content, request.query.dry === '1'));
    },
  );
  return routes;
}
