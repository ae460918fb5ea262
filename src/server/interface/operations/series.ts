/** Series that are made, and the register of what was. */
import { z } from '../../../core/schema';
import {
  againSchema,
  askMadeSchema,
  askRegisterSchema,
  askRunSchema,
  jobIdSchema,
  madeBeforeSchema,
  noteSchema,
  registerSchema,
  runIdSchema,
  runListSchema,
  runSchema,
} from '../../../wire';
import { ask, bytes, empty, json, nothing, type Operation } from './operation';

const ofJob = { jobId: jobIdSchema };

export const seriesOperations: readonly Operation[] = [
  ask('get', '/api/jobs/{jobId}/runs', 'Lists the runs of a series.', json(runListSchema), { params: ofJob }),
  ask('post', '/api/jobs/{jobId}/runs', 'Makes a series on the server.', json(runSchema, 201), {
    params: ofJob,
    body: askRunSchema,
    example: { revision: 1, form: 'document', again: true, contacts: false },
  }),
  ask('get', '/api/runs', 'Lists all runs, the newest first.', json(runListSchema)),
  ask('get', '/api/runs/{id}', 'Says how far a run is, or what became of it.', json(runSchema), {
    params: { id: runIdSchema },
  }),
  ask('post', '/api/runs/{id}/give-up', 'Stops a run.', json(runSchema), {
    params: { id: runIdSchema },
    body: empty,
    example: {},
  }),
  ask('post', '/api/runs/{id}/go-on', 'Goes on with a run that was stopped or broke off.', json(runSchema), {
    params: { id: runIdSchema },
    body: empty,
    example: {},
  }),
  ask('post', '/api/runs/{id}/again', 'Makes one row of a run once more.', json(runSchema, 201), {
    params: { id: runIdSchema },
    body: againSchema,
    example: { row: 0, form: 'document' },
  }),
  ask('get', '/api/runs/{id}/files', 'Gives all files of a run.', bytes('application/zip'), {
    params: { id: runIdSchema },
  }),
  ask('delete', '/api/runs/{id}', 'Forgets a run, so that its numbers can be given again.', nothing, {
    params: { id: runIdSchema },
  }),
  ask('get', '/api/register', 'Finds pieces that were made.', json(registerSchema), {
    query: askRegisterSchema,
    example: { find: 'LJ' },
  }),
  ask('post', '/api/register/made', 'Says which messages stand on pieces already.', json(madeBeforeSchema), {
    body: askMadeSchema,
    example: { payloads: ['https://ternquay.example/jacket/LJ001'] },
  }),
  ask('put', '/api/register/{run}/{row}/{copy}/note', 'Notes something about a piece.', nothing, {
    params: { run: runIdSchema, row: z.coerce.number().int(), copy: z.coerce.number().int() },
    body: noteSchema,
    example: { note: 'Replaced in spring' },
  }),
];
