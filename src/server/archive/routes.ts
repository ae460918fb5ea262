/** All data out and in. An archive is sent as application/zip, which a foreign page cannot do without asking first. */
import express from 'express';
import { pipeline } from 'node:stream/promises';
import { type LongWorks, Problem } from '../http';
import type { ArchiveStore } from './store';
import { archiveLimits, inMb } from './format';

const tooLarge = new Problem(
  413,
  `The archive has more than ${inMb(archiveLimits.archiveBytes)}, the most that is read. Nothing was changed.`,
);

export function archiveRoutes(archive: ArchiveStore, works: LongWorks): express.Router {
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
    async (request, response) => {
      if (Number(request.headers['content-length'] ?? 0) > archiveLimits.archiveBytes) throw tooLarge;
      const report = await works.during(request, response, ({ signal, tell }) =>
        archive.importFrom(request, request.query.dry === '1', {
          signal,
          onNote: ({ done, of }) => tell(done, of),
        }),
      );
      if ('problem' in report) throw new Problem(422, `${report.problem} Nothing was changed.`);
      response.json(report);
    },
  );
  return routes;
}
