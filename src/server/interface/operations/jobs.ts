/** Jobs, their revisions, and what is kept with them. */
import { jobFileKind, jobSchema } from '../../../core/job';
import { z } from '../../../core/schema';
import {
  askDocumentsSchema,
  checkIdSchema,
  checkListSchema,
  createJobSchema,
  documentsSchema,
  fileJobsSchema,
  findTwinsSchema,
  importJobSchema,
  jobIdSchema,
  keptCheckSchema,
  keptSeriesSchema,
  keptSheetSchema,
  markMadeSchema,
  moveJobsSchema,
  nameRevisionSchema,
  reviseJobsSchema,
  revisionDocumentsSchema,
  revisionListSchema,
  revisionNumberSchema,
  savedJobSchema,
  saveCheckSchema,
  saveProofSchema,
  saveRevisionSchema,
  filedJobsSchema,
  movedJobsSchema,
  profileUsesSchema,
  shelfChoiceSchema,
  shelfIdsSchema,
  shelfPageSchema,
  shelfQuerySchema,
  twinsSchema,
  unreadableListSchema,
} from '../../../wire';
import { plate, sheet, series } from './examples';
import { ask, empty, json, nothing, type Operation } from './operation';

const ofJob = { jobId: jobIdSchema };
const ofRevision = { id: jobIdSchema, number: revisionNumberSchema };

export const jobsOperations: readonly Operation[] = [
  ask('get', '/api/shelf', 'Lists jobs in pages, without their documents.', json(shelfPageSchema), {
    query: shelfQuerySchema,
    example: { place: 'shelf', words: 'berth', order: 'name', from: '0', count: '20' },
  }),
  ask('get', '/api/shelf/ids', 'Lists the ids of all jobs that are chosen.', json(shelfIdsSchema), {
    query: shelfChoiceSchema,
    example: { place: 'shelf', state: 'ready' },
  }),
  ask(
    'get',
    '/api/shelf/profiles',
    'Says how many jobs are made with each profile.',
    json(profileUsesSchema),
  ),
  ask(
    'get',
    '/api/unreadable',
    'Lists documents that this version cannot read, as they are kept.',
    json(unreadableListSchema),
  ),
  ask(
    'post',
    '/api/shelf/twins',
    'Finds jobs whose newest revision holds the same message.',
    json(twinsSchema),
    { body: findTwinsSchema, example: { payload: 'https://ternquay.example/berth/17' } },
  ),
  ask(
    'post',
    '/api/shelf/move',
    'Moves jobs to the shelf, the archive or the bin, all or none; says where they were.',
    json(movedJobsSchema),
    { body: moveJobsSchema, example: { ids: ['{job}'], place: 'archive' } },
  ),
  ask(
    'post',
    '/api/shelf/file',
    'Files jobs in a collection, each as a new revision, all or none; says where they were.',
    json(filedJobsSchema),
    { body: fileJobsSchema, example: { ids: ['{job}'], collection: 'Berths' } },
  ),
  ask('post', '/api/shelf/documents', 'Gives the newest documents of several jobs.', json(documentsSchema), {
    body: askDocumentsSchema,
    example: { ids: ['{job}'] },
  }),
  ask('post', '/api/shelf/revise', 'Adds a revision to each of several jobs, all or none.', nothing, {
    body: reviseJobsSchema,
    example: { jobs: [{ id: '{job}', baseRevision: '{revision}', document: plate }] },
  }),
  ask(
    'post',
    '/api/shelf/empty-bin',
    'Deletes what is in the bin for good.',
    json(z.strictObject({ deleted: z.int() })),
    { body: empty, example: {} },
  ),
  ask('post', '/api/jobs', 'Makes a job.', json(savedJobSchema, 201), {
    body: createJobSchema,
    example: { document: plate },
  }),
  ask(
    'post',
    '/api/jobs/import',
    'Makes a job of a job file, with the pictures that it brings.',
    json(savedJobSchema, 201),
    {
      query: importJobSchema,
      body: jobFileKind.anySchema,
      example: { format: 'binarus-job-file', formatVersion: 2, job: plate, files: [] },
    },
  ),
  ask(
    'get',
    '/api/jobs/{id}',
    'Gives a job: its newest revision and its newest proof.',
    json(savedJobSchema),
    { params: { id: jobIdSchema } },
  ),
  ask(
    'get',
    '/api/jobs/{id}/revisions',
    'Lists the revisions of a job, the newest first.',
    json(revisionListSchema),
    { params: { id: jobIdSchema } },
  ),
  ask(
    'get',
    '/api/jobs/{id}/newest-revisions',
    'Gives the newest revisions with their documents.',
    json(revisionDocumentsSchema),
    { params: { id: jobIdSchema } },
  ),
  ask(
    'post',
    '/api/jobs/{id}/revisions',
    'Saves a revision; 409 with the newest one where another was saved meanwhile.',
    json(savedJobSchema, 201),
    {
      params: { id: jobIdSchema },
      body: saveRevisionSchema,
      example: { baseRevision: '{revision}', document: plate },
    },
  ),
  ask('get', '/api/jobs/{id}/revisions/{number}', 'Gives the document of a revision.', json(jobSchema), {
    params: ofRevision,
  }),
  ask('put', '/api/jobs/{id}/revisions/{number}/kept', 'Keeps a revision for ever.', nothing, {
    params: ofRevision,
    body: empty,
    example: {},
  }),
  ask('put', '/api/jobs/{id}/revisions/{number}/name', 'Names a revision.', nothing, {
    params: ofRevision,
    body: nameRevisionSchema,
    example: { name: 'For the harbour office' },
  }),
  ask('put', '/api/jobs/{id}/revisions/{number}/proof', 'Keeps the proof of a revision.', nothing, {
    params: ofRevision,
    body: saveProofSchema,
    example: {
      report: { verdict: 'good', shots: 20, ofShots: 20, readers: [], distanceM: 0.25, pixelsPerModule: 4 },
    },
  }),
  ask(
    'put',
    '/api/jobs/{id}/revisions/{number}/made',
    'Says when a revision was made, or takes that back.',
    nothing,
    { params: ofRevision, body: markMadeSchema, example: { made: { on: '2026-11-25', note: 'Two plates' } } },
  ),
  ask('get', '/api/jobs/{jobId}/checks', 'Lists the checks of finished pieces.', json(checkListSchema), {
    params: ofJob,
  }),
  ask('post', '/api/jobs/{jobId}/checks', 'Keeps a check of a finished piece.', json(keptCheckSchema, 201), {
    params: ofJob,
    body: saveCheckSchema,
    example: '{check}',
  }),
  ask('delete', '/api/jobs/{jobId}/checks/{id}', 'Deletes a check.', nothing, {
    params: { ...ofJob, id: checkIdSchema },
  }),
  ask(
    'get',
    '/api/jobs/{jobId}/sheet',
    'Gives the sheet that was begun from a job; its tag is for If-Match.',
    json(keptSheetSchema),
    { params: ofJob },
  ),
  ask(
    'put',
    '/api/jobs/{jobId}/sheet',
    'Keeps a sheet; 412 where it is not what If-Match names any more.',
    nothing,
    { params: ofJob, ifMatch: '"none"', body: keptSheetSchema, example: { sheet } },
  ),
  ask('delete', '/api/jobs/{jobId}/sheet', 'Deletes a sheet.', nothing, { params: ofJob }),
  ask(
    'get',
    '/api/jobs/{jobId}/series',
    'Gives the series of a job; its tag is for If-Match.',
    json(keptSeriesSchema),
    { params: ofJob },
  ),
  ask(
    'put',
    '/api/jobs/{jobId}/series',
    'Keeps a series; 412 where it is not what If-Match names any more.',
    nothing,
    { params: ofJob, ifMatch: '*', body: keptSeriesSchema, example: { series } },
  ),
  ask('delete', '/api/jobs/{jobId}/series', 'Deletes a series.', nothing, { params: ofJob }),
];
