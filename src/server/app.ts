/** The web server: routes, checks and headers. Listening is the caller's business. */
import express, { type Express, type RequestHandler, type Response } from 'express';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { fileRoutes, houseStyleRoutes, pieceShelfRoutes, namePatternRoutes, profileRoutes } from './looks';
import { archiveRoutes } from './archive';
import { phoneRoutes, type PhoneListener } from './phone';
import { jobDocumentRoutes, jobRoutes } from './jobs';
import { jobFileLimits } from '../core/job';
import { seriesDocumentSchema } from '../core/series';
import { sheetDocumentSchema } from '../core/sheet';
import { jobRunRoutes, registerRoutes, runRoutes } from './runs';
import { linkLogRoutes, linkRoutes } from './links';
import { checkRoutes, couponRoutes } from './checks';
import {
  againWhenBusy,
  answerProblems,
  hintsOf,
  LongWorks,
  ownHostOnly,
  Problem,
  securityHeaders,
  writesAreJson,
} from './http';
import { interfaceRoutes } from './interface';
import type { Data } from './data';

export interface AppOptions {
  readonly data: Data;
  /** Folder with the built page; null for the interface alone. */
  readonly webFolder: string | null;
  readonly log: Logger;
  /** For pictures from a phone; without it none can be opened. */
  readonly phone?: PhoneListener;
}

export function createApp({ data, webFolder, log, phone }: AppOptions): Express {
  const app = express();
  const works = new LongWorks();
  app.disable('x-powered-by');
  app.use(securityHeaders());
  app.use(ownHostOnly);
  if (webFolder !== null) app.use('/api', withPageVersion(join(webFolder, 'index.html')));
  app.get('/api/health', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ isUp: true });
  });
  app.get('/api/unreadable', (_request, response) => {
    response.json({ documents: data.unreadable() });
  });
  app.use('/api', interfaceRoutes());
  app.use('/api/work', works.routes());
  app.use('/api/archive', archiveRoutes(data.archive, works));
  app.use(
    '/api/piece-shelf',
    writesAreJson,
    express.json({ limit: '1mb' }),
    pieceShelfRoutes(data.pieceShelf),
  );
  app.use(
    '/api/name-patterns',
    writesAreJson,
    express.json({ limit: '10kb' }),
    namePatternRoutes(data.namePatterns),
  );
  app.use('/api/profiles', writesAreJson, express.json({ limit: '1mb' }), profileRoutes(data.profiles));
  if (phone !== undefined) app.use('/api/phone', writesAreJson, phoneRoutes(phone));
  app.use('/api/coupons', writesAreJson, express.json({ limit: '1mb' }), couponRoutes(data.coupons));
  app.use('/api/jobs/:jobId/checks', writesAreJson, express.json({ limit: '1mb' }), checkRoutes(data.checks));
  app.use(
    '/api/jobs/:jobId/sheet',
    writesAreJson,
    express.json({ limit: '1mb' }),
    jobDocumentRoutes(data.sheets, 'sheet', sheetDocumentSchema),
  );
  app.use(
    '/api/jobs/:jobId/series',
    writesAreJson,
    express.json({ limit: '12mb' }),
    jobDocumentRoutes(data.series, 'series', seriesDocumentSchema),
  );
  app.use('/api/jobs/:jobId/runs', writesAreJson, express.json({ limit: '10kb' }), jobRunRoutes(data));
  app.use('/api/links/log', linkLogRoutes(data.links, works));
  app.use('/api/links', writesAreJson, express.json({ limit: '1mb' }), linkRoutes(data.links));
  app.use('/api/runs', writesAreJson, express.json({ limit: '10kb' }), runRoutes(data));
  app.use('/api/register', writesAreJson, express.json({ limit: '12mb' }), registerRoutes(data));
  app.use('/api/files', fileRoutes(data));
  app.use('/api/house-styles', writesAreJson, express.json({ limit: '13mb' }), houseStyleRoutes(data));
  // A job with its pictures is read off this thread, too.
  app.use(
    '/api/jobs/import',
    writesAreJson,
    express.raw({ type: 'application/json', limit: jobFileLimits.bytes }),
  );
  app.use(
    '/api',
    writesAreJson,
    // Many jobs at once are read off this thread.
    express.raw({ type: (request) => request.url?.startsWith('/shelf/revise') === true, limit: '24mb' }),
    express.json({ limit: '1mb' }),
    jobRoutes(data),
    (_request, _response, next) => {
      next(new Problem(404, 'There is nothing at this address.'));
    },
  );
  if (webFolder !== null) servePage(app, webFolder);
  app.use((_request, _response, next) => {
    next(new Problem(404, 'There is nothing at this address.'));
  });
  app.use(againWhenBusy(app));
  app.use(answerProblems(log));
  return app;
}

/** So that a page that was open during an update knows that it is of an older program. */
function withPageVersion(page: string): RequestHandler {
  const version = createHash('sha256').update(readFileSync(page)).digest('base64url').slice(0, 16);
  return (_request, response, next) => {
    response.set('Binarus-Page', version);
    next();
  };
}

function servePage(app: Express, webFolder: string): void {
  app.use(
    '/assets',
    express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(webFolder, { index: false }));
  const hints = hintsOf(webFolder);
  app.get('/{*any}', (request, response: Response) => {
    const links = hints(request.path);
    if (links !== '') response.set('Link', links);
    response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
  });
}
