/** Documents that are kept with a job, one of each kind: what is laid on its sheet, and its series. In the database, and as routes. */
import { createHash } from 'node:crypto';
import express from 'express';
import { z } from '../../core/schema';
import { jobIdSchema } from '../../wire';
import type { DocumentKind } from '../../core/document';
import { writing, type Db } from '../db';
import { Unreadable } from '../documents';
import { basedOn, checked, Problem } from '../http';

/** Tables, each with a document by the id of its job. */
type JobTable = 'sheets' | 'series';

const noun: Readonly<Record<JobTable, string>> = { sheets: 'sheet', series: 'series' };

export interface JobDocumentStore<Document> {
  list(): { readonly jobId: string; readonly document: Document }[];
  /** Throws `Unreadable` for one that this program cannot read. */
  find(jobId: string): Document | null;
  /** Of what is kept, or of nothing, for requests on a condition (RFC 9110, 8.8.3). */
  tag(jobId: string): string;
  /** Left as it was where it is not what has the tag any more; `*`, as without it, is whatever is there. Throws `Unreadable` where what is there cannot be read. */
  keep(jobId: string, document: Document, onTopOf?: string): 'kept' | 'no-job' | 'changed';
  remove(jobId: string): boolean;
}

export function jobDocumentStore<Document>(
  db: Db,
  table: JobTable,
  kind: DocumentKind<z.ZodType<Document>>,
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
  /** What cannot be read is never shown as nothing, nor overwritten. */
  const readable = (text: string): Document => {
    const read = kind.readText(text);
    if ('document' in read) return read.document;
    throw new Unreadable(read.problems, text, `The ${noun[table]} of this job`);
  };
  return {
    list: () =>
      selectAll.all().flatMap(({ jobId, document: text }) => {
        const read = kind.readText(text);
        return 'document' in read ? [{ jobId, document: read.document }] : [];
      }),
    find: (jobId) => {
      const text = select.get(jobId);
      return text === undefined ? null : readable(text);
    },
    tag: (jobId) => tagOf(select.get(jobId)),
    keep: writing(db, (jobId: string, document: Document, onTopOf = '*') => {
      if (isJob.get(jobId) === undefined) return 'no-job';
      const [text, before] = [JSON.stringify(document), select.get(jobId)];
      if (before !== undefined) readable(before);
      // What is there already was sent again because its answer was cut off.
      if (onTopOf !== '*' && onTopOf !== tagOf(before) && text !== before) return 'changed';
      upsert.run(jobId, new Date().toISOString(), text);
      kept(jobId, document);
      return 'kept';
    }),
    remove: writing(db, (jobId: string) => remove.run(jobId).changes > 0),
  };
}

const tagOf = (text: string | undefined): string =>
  text === undefined ? 'none' : createHash('sha256').update(text).digest('base64url').slice(0, 22);

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
    const job = jobOf(request);
    response.set('ETag', `"${documents.tag(job)}"`).json({ [name]: documents.find(job) });
  });
  routes.put('/', (request, response) => {
    const document = checked(saving, request.body)[name] as Document;
    const job = jobOf(request);
    const done = documents.keep(job, document, basedOn(request.headers));
    if (done === 'no-job') throw new Problem(404, 'There is no such job.');
    if (done === 'changed') throw new Problem(412, `Another window saved this ${name} meanwhile.`);
    response
      .set('ETag', `"${documents.tag(job)}"`)
      .status(204)
      .end();
  });
  routes.delete('/', (request, response) => {
    documents.remove(jobOf(request));
    response.status(204).end();
  });
  return routes;
}
