/** Runs and the register over HTTP. */
import express from 'express';
import { shownTitle } from '../../core/job';
import { slug } from '../../core/output';
import {
  againSchema,
  askMadeSchema,
  askRegisterSchema,
  askRunSchema,
  jobIdSchema,
  noteSchema,
  runIdSchema,
} from '../../wire';
import type { SeriesDocument } from '../../core/series';
import type { SheetDocument } from '../../core/sheet';
import type { JobDocumentStore, JobStore } from '../jobs';
import { checked, Problem } from '../http';
import type { Runs } from './runs';
import { wishAgain } from './wish';

/** What runs are made from. */
interface RunData {
  readonly runs: Runs;
  readonly jobs: JobStore;
  readonly series: JobDocumentStore<SeriesDocument>;
  readonly sheets: JobDocumentStore<SheetDocument>;
}

const unknownRun = (): Problem => new Problem(404, 'There is no such run. It may have been forgotten.');

/** Below the address of a job. */
export function jobRunRoutes({ runs, jobs, series, sheets }: RunData): express.Router {
  const routes = express.Router({ mergeParams: true });
  const jobOf = (request: express.Request): string =>
    checked(jobIdSchema, (request.params as { jobId?: string }).jobId);
  routes.get('/', (request, response) => {
    response.json({ runs: runs.list(jobOf(request)) });
  });
  routes.post('/', (request, response) => {
    const jobId = jobOf(request);
    const { revision, form, again, contacts, id } = checked(askRunSchema, request.body);
    const job = jobs.revision(jobId, revision);
    if (job === undefined) throw new Problem(404, 'There is no such job, or no such revision of it.');
    const document = series.find(jobId);
    if (document === null) throw new Problem(409, 'The job has no series yet: open a table first.');
    const sheet = document.onSheet ? sheets.find(jobId) : null;
    const wish = { job, series: document, sheet, form, again, contacts };
    response.status(201).json(runs.ask(jobId, revision, wish, id));
  });
  return routes;
}

export function runRoutes({ runs }: Pick<RunData, 'runs'>): express.Router {
  const routes = express.Router();
  const runOf = (request: express.Request) => {
    const run = runs.find(checked(runIdSchema, request.params.id));
    if (run === null) throw unknownRun();
    return run;
  };
  routes.get('/', (_request, response) => {
    response.json({ runs: runs.list() });
  });
  routes.get('/:id', (request, response) => {
    response.json(runs.view(runOf(request)));
  });
  routes.post('/:id/give-up', (request, response) => {
    const { id } = runOf(request);
    runs.giveUp(id);
    response.json(runs.view(runOf(request)));
  });
  routes.post('/:id/go-on', (request, response) => {
    const { id } = runOf(request);
    if (!runs.goOn(id)) throw new Problem(409, 'This run is under way, or it has ended.');
    response.json(runs.view(runOf(request)));
  });
  routes.post('/:id/again', (request, response) => {
    const { id, jobId, revision, report } = runOf(request);
    const { row, form, id: newId } = checked(againSchema, request.body);
    const wish = runs.wish(id);
    if (wish === null) throw new Problem(422, 'What this run was made from cannot be read by this program.');
    const again = wishAgain(wish, row, report?.look ?? null, form);
    response.status(201).json(runs.ask(jobId, revision, again, newId));
  });
  routes.get('/:id/files', (request, response) => {
    const { id, number } = runOf(request);
    const path = runs.packed(id);
    const wish = runs.wish(id);
    if (path === null || wish === null)
      throw new Problem(404, 'The files of this run are not there any more. Make them again.');
    const name = `${slug(shownTitle(wish.job)) || 'job'}_run-${number}.zip`;
    response.set('Cache-Control', 'no-store').download(path, name, { dotfiles: 'allow' });
  });
  routes.delete('/:id', (request, response) => {
    if (!runs.forget(runOf(request).id)) throw unknownRun();
    response.status(204).end();
  });
  return routes;
}

/** What was handed over, piece by piece. */
export function registerRoutes({ runs }: Pick<RunData, 'runs'>): express.Router {
  const routes = express.Router();
  routes.get('/', (request, response) => {
    response.json(runs.register(checked(askRegisterSchema, request.query)));
  });
  routes.post('/made', (request, response) => {
    response.json({ made: runs.madeBefore(checked(askMadeSchema, request.body).payloads) });
  });
  routes.put('/:run/:row/:copy/note', (request, response) => {
    const { note } = checked(noteSchema, request.body);
    const run = checked(runIdSchema, request.params.run);
    if (!runs.note(run, Number(request.params.row), Number(request.params.copy), note))
      throw new Problem(404, 'There is no such piece in the register.');
    response.status(204).end();
  });
  return routes;
}
