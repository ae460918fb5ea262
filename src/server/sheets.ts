/** Sheets of jobs: in the database, and as routes. */
import express from 'express';
import { sheetDocumentSchema, type SheetDocument } from '../core/sheet';
import { jobIdSchema, saveSheetSchema, type JobSheet } from '../wire';
import { writing, type Db } from './db/open';
import { checked, Problem } from './problem';

export interface SheetStore {
  list(): JobSheet[];
  find(jobId: string): SheetDocument | null;
  /** False when there is no such job. */
  keep(jobId: string, sheet: SheetDocument): boolean;
  remove(jobId: string): boolean;
}

export function sheetStore(db: Db): SheetStore {
  const select = db.prepare<[string], string>('SELECT document FROM sheets WHERE job_id = ?').pluck();
  const selectAll = db.prepare<[], { jobId: string; document: string }>(
    'SELECT job_id AS jobId, document FROM sheets ORDER BY job_id',
  );
  const isJob = db.prepare<[string], number>('SELECT 1 FROM jobs WHERE id = ?').pluck();
  const upsert = db.prepare(
    `INSERT INTO sheets (job_id, saved_at, document) VALUES (?, ?, ?)
     ON CONFLICT (job_id) DO UPDATE SET saved_at = excluded.saved_at, document = excluded.document`,
  );
  const remove = db.prepare('DELETE FROM sheets WHERE job_id = ?');
  /** Null for one that cannot be read; it is left where it is. */
  const parsed = (text: string): SheetDocument | null =>
    sheetDocumentSchema.safeParse(JSON.parse(text)).data ?? null;
  return {
    list: () =>
      selectAll.all().flatMap(({ jobId, document }) => {
        const sheet = parsed(document);
        return sheet === null ? [] : [{ jobId, sheet }];
      }),
    find: (jobId) => {
      const text = select.get(jobId);
      return text === undefined ? null : parsed(text);
    },
    keep: writing(db, (jobId: string, sheet: SheetDocument) => {
      if (isJob.get(jobId) === undefined) return false;
      upsert.run(jobId, new Date().toISOString(), JSON.stringify(sheet));
      return true;
    }),
    remove: writing(db, (jobId: string) => remove.run(jobId).changes > 0),
  };
}

/** Below the address of a job. */
export function sheetRoutes(sheets: SheetStore): express.Router {
  const routes = express.Router({ mergeParams: true });
  const jobOf = (request: express.Request): string =>
    checked(jobIdSchema, (request.params as { jobId?: string }).jobId);
  routes.get('/', (request, response) => {
    response.json({ sheet: sheets.find(jobOf(request)) });
  });
  routes.put('/', (request, response) => {
    const { sheet } = checked(saveSheetSchema, request.body);
    if (!sheets.keep(jobOf(request), sheet)) throw new Problem(404, 'There is no such job.');
    response.status(204).end();
  });
  routes.delete('/', (request, response) => {
    sheets.remove(jobOf(request));
    response.status(204).end();
  });
  return routes;
}
