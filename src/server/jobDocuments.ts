/** Documents that are kept with a job, one of each kind: what is laid on its sheet, and its series. In the database, and as routes. */
import express from 'express';
import { z } from '../core/schema';
import { jobIdSchema } from '../wire';
import { writing, type Db } from './db/open';
import { checked, Problem } from './problem';

/** Tables, each with a document by the id of its job. */
type JobTable = 'sheets' | 'series';

export interface JobDocumentStore<Document> {
  list(): { readonly jobId: string; readonly document: Document }[];
  find(jobId: string): Document | null;
  /** False when there is no such job. */
  keep(jobId: string, document: Document): boolean;
  remove(jobId: string): boolean;
}

export function jobDocumentStore<Document>(
  db: Db,
  table: JobTable,
  schema: z.ZodType<Document>,
  /** Beside keeping one, in the same transaction. */
  kept: (jobId: string, document: Document) => void = () => undefined,
): JobDocumentStore<Document> {
  const select = db.prepare<[string], string>(`SELECT document FROM ${table} WHERE job_id = ?`).pluck();
  const selectAll = db.prepare<[], { jobId: string; document: string }>(
    `SELECT job_id AS jobId, document FROM ${table} ORDER BY job_id`,
  );
  const isJob = db.prepare<[string], number>('SELECT 1 FROM jobs WHERE id = ?').pluck();
  const upsert = db.prepare(
    `INSERT INTO ${table} (job_id, saved_at, document) VALUES (?, ?, ?)
     ON CONFLICT (job_id) DO UPDATE SET saved_at = excluded.saved_at, document = excluded.document`,
  );
  const remove = db.prepare(`DELETE FROM ${table} WHERE job_id = ?`);
  /** Null for one that cannot be read; it is left where it is. */
  const parsed = (text: string): Document | null => schema.safeParse(JSON.parse(text)).data ?? null;
  return {
    list: () =>
      selectAll.all().flatMap(({ jobId, document: text }) => {
        const document = parsed(text);
        return document === null ? [] : [{ jobId, document }];
      }),
    find: (jobId) => {
      const text = select.get(jobId);
      return text === undefined ? null : parsed(text);
    },
    keep: writing(db, (jobId: string, document: Document) => {
      if (isJob.get(jobId) === undefined) return false;
      upsert.run(jobId, new Date().toISOString(), JSON.stringify(document));
      kept(jobId, document);
      return true;
    }),
    remove: writing(db, (jobId: string) => remove.run(jobId).changes > 0),
  };
}

/** Below the address of a job; the document stands under a name of its own. */
export function jobDocumentRoutes<Document>(
  documents: JobDocumentStore<Document>,
  name: 'sheet' | 'series',
  schema: z.ZodType<Document>,
): express.Router {
  const routes = express.Router({ mergeParams: true });
  const jobOf = (request: express.Request): string =>
    checked(jobIdSchema, (request.params as { jobId?: string }).jobId);
  const saving = z.strictObject({ [name]: schema });
  routes.get('/', (request, response) => {
    response.json({ [name]: documents.find(jobOf(request)) });
  });
  routes.put('/', (request, response) => {
    const document = checked(saving, request.body)[name] as Document;
    if (!documents.keep(jobOf(request), document)) throw new Problem(404, 'There is no such job.');
    response.status(204).end();
  });
  routes.delete('/', (request, response) => {
    documents.remove(jobOf(request));
    response.status(204).end();
  });
  return routes;
}
