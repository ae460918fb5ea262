/** Jobs and the shelf over HTTP. */
import express from 'express';
import {
  newestRevisions,
  createJobSchema,
  importJobSchema,
  revisionNumberSchema,
  saveProofSchema,
  saveRevisionSchema,
  fileJobsSchema,
  findTwinsSchema,
  jobIdSchema,
  markMadeSchema,
  moveJobsSchema,
  nameRevisionSchema,
  askDocumentsSchema,
  shelfChoiceSchema,
  shelfQuerySchema,
} from '../../wire';
import { checked, Problem } from '../http';
import type { FileStore } from '../documents';
import type { OpenedJobFile } from '../../node/carriedFiles';
import type { SentRevisions } from './sentRevisions';
import type { ShelfStore } from './shelf';
import type { JobStore } from './store';

interface JobData {
  readonly jobs: JobStore;
  readonly shelf: ShelfStore;
  /** Many jobs at once are read off this thread. */
  readonly workshop: {
    readonly revisions: (bytes: Uint8Array) => Promise<SentRevisions>;
    readonly jobFile: (bytes: Uint8Array) => Promise<OpenedJobFile>;
  };
  readonly files: Pick<FileStore, 'add'>;
}

/** Jobs on a page where nothing else is asked for. */
const usualOnPage = 60;

export function jobRoutes({ jobs, shelf, workshop, files }: JobData): express.Router {
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
  routes.post('/jobs/import', async (request, response) => {
    const { id } = checked(importJobSchema, request.query);
    const opened = await workshop.jobFile(request.body as Uint8Array);
    if ('problem' in opened) throw new Problem(422, opened.problem);
    for (const file of opened.files) files.add(file);
    response.status(201).json(jobs.create(opened.job, id));
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
