/** The web server: routes, checks and headers. Listening is the caller's business. */
import express, { type ErrorRequestHandler, type Express, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import {
  newestRevisions,
  createJobSchema,
  revisionNumberSchema,
  saveProofSchema,
  saveRevisionSchema,
  type SavedJob,
  fileJobsSchema,
  findTwinsSchema,
  jobIdSchema,
  markMadeSchema,
  moveJobsSchema,
  nameRevisionSchema,
  askDocumentsSchema,
  shelfChoiceSchema,
  shelfQuerySchema,
} from '../wire';
import { fileRoutes, houseStyleRoutes } from './lookRoutes';
import { archiveRoutes } from './archive/routes';
import { phoneRoutes, type PhoneDoor } from './phone';
import { jobDocumentRoutes } from './jobDocuments';
import { seriesDocumentSchema } from '../core/series';
import { sheetDocumentSchema } from '../core/sheet';
import { jobRunRoutes, registerRoutes, runRoutes } from './runs';
import { linkLogRoutes, linkRoutes } from './links';
import { pieceShelfRoutes } from './pieceShelf';
import { checkRoutes } from './checks';
import { couponRoutes } from './coupons';
import { Unreadable } from './documents';
import { hintsOf } from './hints';
import { namePatternRoutes } from './namePatterns';
import { profileRoutes } from './profiles';
import { checked, Problem } from './problem';
import { pausesMs } from './db/patience';
import { storageTroubleOf, storageWords, type StorageTrouble } from './db/trouble';
import { OutOfMemory, TooMuchWork, WorkStopped } from './limited';
import { interfaceRoutes } from './interface';
import { LongWorks } from './longWork';
import type { Data } from './data';

export interface AppOptions {
  readonly data: Data;
  /** Folder with the built page; null for the interface alone. */
  readonly webFolder: string | null;
  readonly log: Logger;
  /** For pictures from a phone; without it none can be opened. */
  readonly phone?: PhoneDoor;
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
  app.use('/api/archive', archiveRoutes(data, works));
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

/**
 * A request that met a locked database is answered once the lock is gone, without holding this thread. Each write is a transaction that
 * took nothing yet, and the body has been read, so that the request can simply be handled again; those that stream their body wait themselves.
 */
function againWhenBusy(app: Express): ErrorRequestHandler {
  const tries = new WeakMap<express.Request, number>();
  return (error: unknown, request, response, next) => {
    const tried = tries.get(request) ?? 0;
    const pause = pausesMs[tried];
    const isSpent = request.body === undefined && 'content-type' in request.headers;
    if (storageTroubleOf(error) !== 'busy' || response.headersSent || pause === undefined || isSpent) {
      next(error);
      return;
    }
    tries.set(request, tried + 1);
    setTimeout(() => {
      if (!response.closed) app(request, response, next);
    }, pause);
  };
}

/** Jobs on a page where nothing else is asked for. */
const usualOnPage = 60;

function jobRoutes({ jobs, shelf, workshop }: Data): express.Router {
  const routes = express.Router();
  const unknownJob = (): Problem => new Problem(404, 'There is no such job. It may have been deleted.');

  /** Sends nothing where the page has what holds still. */
  const unlessKnown = (request: express.Request, response: express.Response, send: () => void): void => {
    const tag = `"${shelf.changes()}"`;
    response.set('ETag', tag).set('Cache-Control', 'no-cache');
    if (request.headers['if-none-match'] === tag) response.status(304).end();
    else send();
  };
  routes.get('/shelf', (request, response) => {
    const { from, count, ...choice } = checked(shelfQuerySchema, request.query);
    unlessKnown(request, response, () =>
      response.type('json').send(shelf.page(choice, from ?? 0, count ?? usualOnPage)),
    );
  });
  routes.get('/shelf/ids', (request, response) => {
    response.json({ ids: shelf.ids(checked(shelfChoiceSchema, request.query)) });
  });
  routes.get('/shelf/profiles', (request, response) =>
    unlessKnown(request, response, () => response.json({ profiles: shelf.profiles() })),
  );
  routes.post('/shelf/twins', (request, response) => {
    response.json({ jobs: jobs.twins(checked(findTwinsSchema, request.body).payload) });
  });
  routes.post('/shelf/move', (request, response) => {
    const { ids, place } = checked(moveJobsSchema, request.body);
    const before = jobs.move(ids, place);
    if (before === null) throw unknownJob();
    response.json({ before });
  });
  routes.post('/shelf/file', async (request, response) => {
    const { ids, collection } = checked(fileJobsSchema, request.body);
    const before = jobs.fileIn(ids, collection);
    if (before === null) throw unknownJob();
    response.json({ before });
  });
  routes.post('/shelf/documents', (request, response) => {
    response.json({ jobs: jobs.documents(checked(askDocumentsSchema, request.body).ids) });
  });
  routes.post('/shelf/revise', async (request, response) => {
    const read = await workshop.revisions(request.body as Uint8Array);
    if ('problem' in read) throw new Problem(400, read.problem);
    const refused = jobs.revise(read.revisions);
    if (refused !== null)
      throw new Problem(
        409,
        `“${refused}” was changed or deleted meanwhile. None of the jobs was changed; look at the list again.`,
      );
    response.status(204).end();
  });
  routes.post('/shelf/empty-bin', (_request, response) => {
    response.json({ deleted: jobs.emptyBin() });
  });
  routes.post('/jobs', (request, response) => {
    const { document, id } = checked(createJobSchema, request.body);
    response.status(201).json(jobs.create(document, id));
  });
  routes.get('/jobs/:id', (request, response) => {
    const text = jobs.findText(checked(jobIdSchema, request.params.id));
    if (text === undefined) throw unknownJob();
    response.type('json').send(text);
  });
  routes.get('/jobs/:id/revisions', (request, response) => {
    response.json({ revisions: jobs.revisions(checked(jobIdSchema, request.params.id)) });
  });
  routes.get('/jobs/:id/newest-revisions', (request, response) => {
    response.json({ revisions: jobs.newest(checked(jobIdSchema, request.params.id), newestRevisions) });
  });
  routes.get('/jobs/:id/revisions/:number', (request, response) => {
    const id = checked(jobIdSchema, request.params.id);
    const document = jobs.revision(id, checked(revisionNumberSchema, request.params.number));
    if (document === undefined) throw new Problem(404, 'There is no such revision.');
    response.json(document);
  });
  routes.post('/jobs/:id/revisions', (request, response) => {
    const { baseRevision, document, saveId } = checked(saveRevisionSchema, request.body);
    const outcome = jobs.addRevision(checked(jobIdSchema, request.params.id), baseRevision, document, saveId);
    if (outcome === 'unknown-job') throw unknownJob();
    if ('conflict' in outcome)
      throw new Problem(
        409,
        `Another window saved revision ${outcome.conflict.revision} meanwhile.`,
        outcome.conflict,
      );
    response.status(201).json(outcome.saved);
  });
  routes.put('/jobs/:id/revisions/:number/kept', (request, response) => {
    const id = checked(jobIdSchema, request.params.id);
    if (!jobs.keep(id, checked(revisionNumberSchema, request.params.number)))
      throw new Problem(404, 'There is no such revision.');
    response.status(204).end();
  });
  routes.put('/jobs/:id/revisions/:number/name', (request, response) => {
    const { name } = checked(nameRevisionSchema, request.body);
    const id = checked(jobIdSchema, request.params.id);
    if (!jobs.nameRevision(id, checked(revisionNumberSchema, request.params.number), name))
      throw new Problem(404, 'There is no such revision.');
    response.status(204).end();
  });
  routes.put('/jobs/:id/revisions/:number/proof', (request, response) => {
    const { report } = checked(saveProofSchema, request.body);
    const id = checked(jobIdSchema, request.params.id);
    const revision = checked(revisionNumberSchema, request.params.number);
    if (!jobs.saveProof(id, revision, report)) throw new Problem(404, 'There is no such revision.');
    response.status(204).end();
  });
  routes.put('/jobs/:id/revisions/:number/made', (request, response) => {
    const { made } = checked(markMadeSchema, request.body);
    const id = checked(jobIdSchema, request.params.id);
    const revision = checked(revisionNumberSchema, request.params.number);
    if (!jobs.markMade(id, revision, made)) throw new Problem(404, 'There is no such revision.');
    response.status(204).end();
  });
  return routes;
}

function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        formAction: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ["'self'", 'blob:'],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        objectSrc: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}

const ownHosts = /^(127\.0\.0\.1|localhost)(:\d+)?$/;

/** Other names that lead to this machine are refused, so that a foreign page cannot reach the data through one. */
const ownHostOnly: RequestHandler = (request, _response, next) => {
  const { host, origin } = request.headers;
  const foreignOrigin = origin !== undefined && !ownHosts.test(origin.replace(/^https?:\/\//, ''));
  next(
    !ownHosts.test(host ?? '') || foreignOrigin
      ? new Problem(403, 'Binarus answers only on this machine.')
      : undefined,
  );
};

/** A page from elsewhere can post forms, but not JSON, without asking first. */
const writesAreJson: RequestHandler = (request, _response, next) => {
  const reads = request.method === 'GET' || request.method === 'HEAD';
  next(reads || request.is('application/json') ? undefined : new Problem(415, 'Send application/json.'));
};

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

/** Problems become sentences; what nobody foresaw is logged and told without its insides. */
function answerProblems(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const { status, problem, current, raw } = problemOf(error);
    const trouble = storageTroubleOf(error);
    if (trouble !== null) log.error({ disk: trouble }, storageWords[trouble]);
    else if (status >= 500) log.error(error);
    response.status(status).json({ problem, current, raw });
  };
}

interface Told {
  readonly status: number;
  readonly problem: string;
  readonly current?: SavedJob | undefined;
  readonly raw?: string;
}

function problemOf(error: unknown): Told {
  if (error instanceof Problem)
    return { status: error.status, problem: error.message, current: error.current };
  if (error instanceof Unreadable) return { status: 422, problem: error.message, raw: error.text };
  if (error instanceof TooMuchWork || error instanceof OutOfMemory)
    return { status: 422, problem: error.message };
  if (error instanceof WorkStopped) return { status: 503, problem: error.message };
  const trouble = storageTroubleOf(error);
  if (trouble !== null) return { status: troubleStatus[trouble], problem: storageWords[trouble] };
  return (
    requestProblem(error) ?? {
      status: 500,
      problem: 'Something went wrong on the server; its log says what.',
    }
  );
}

/** By what keeps the disk from taking a write (RFC 4918, 11.5: insufficient storage; RFC 9110, 15.6.4: for a while). */
const troubleStatus: Readonly<Record<StorageTrouble, number>> = {
  full: 507,
  failing: 507,
  busy: 503,
  damaged: 500,
};

/** What Express and its readers of bodies say of a request that is wrong in itself (http-errors: a status below 500). */
function requestProblem(error: unknown): Told | null {
  if (typeof error !== 'object' || error === null) return null;
  const { status, type } = error as { status?: unknown; type?: unknown };
  if (typeof status !== 'number' || status < 400 || status > 499) return null;
  if (status === 413)
    return {
      status,
      problem:
        'That is more than is read at once: 1 MB for a job, 4 MB for a logo or a picture, 256 MB for an archive.',
    };
  if (type === 'entity.parse.failed') return { status, problem: 'The request is not valid JSON.' };
  if (error instanceof URIError)
    return {
      status,
      problem: 'This address is not written correctly: a % is not followed by two hexadecimal digits.',
    };
  if (status === 403 || status === 404) return { status: 404, problem: 'There is nothing at this address.' };
  if (status === 415)
    return { status, problem: 'The request is packed or encoded in a way that is not read.' };
  return { status, problem: 'The request was cut off or is not written correctly.' };
}
