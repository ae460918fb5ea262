/** Checks of finished pieces: in the database, and as routes under a job. */
import express from 'express';
import { randomUUID } from 'node:crypto';
import {
  checkIdSchema,
  jobIdSchema,
  saveCheckSchema,
  type CheckList,
  type CheckResult,
  type KeptCheck,
  type SaveCheck,
} from '../../wire';
import { writing, type Db } from '../db';
import { checked, Problem } from '../http';

export interface CheckStore {
  /** Of a job, the newest first, with how well proofs have foretold for its material and machine. */
  list(jobId: string): CheckList;
  /** Null when there is no such revision. */
  keep(jobId: string, check: SaveCheck): KeptCheck | null;
  /** False when there is no such check. */
  remove(jobId: string, id: string): boolean;
}

/** More would be a collection of photographs. */
const mostChecks = 200;

interface Row extends Omit<KeptCheck, 'result' | 'thumbnail'> {
  readonly result: string;
  readonly thumbnail: Buffer;
}

export function checkStore(db: Db): CheckStore {
  const select = db.prepare<[string], Row>(
    `SELECT id, revision, checked_at AS at, note, file_name AS fileName, predicted, result, thumbnail
     FROM checks WHERE job_id = ? ORDER BY checked_at DESC, rowid DESC`,
  );
  // A piece that was to read reads without help, or one that was not to does not.
  const selectLearned = db.prepare<[string], { asPredicted: number; of: number }>(
    `SELECT count(*) AS "of",
            coalesce(sum((predicted <> 'stop') = (json_extract(result, '$.verdict') <> 'stop')), 0) AS asPredicted
     FROM checks JOIN summaries USING (job_id)
     WHERE predicted IS NOT NULL AND json_extract(result, '$.message') <> 'other'
       AND json_extract(summary, '$.profile') =
         (SELECT json_extract(summary, '$.profile') FROM summaries WHERE job_id = ?)`,
  );
  const selectPredicted = db
    .prepare<[string, number], string | null>(
      `SELECT json_extract(report, '$.verdict') FROM revisions
       LEFT JOIN proofs ON proofs.job_id = revisions.job_id AND proofs.revision = revisions.number
       WHERE revisions.job_id = ? AND revisions.number = ?`,
    )
    .pluck();
  const count = db.prepare<[string], number>('SELECT count(*) FROM checks WHERE job_id = ?').pluck();
  const insert = db.prepare(
    `INSERT INTO checks (id, job_id, revision, checked_at, note, file_name, predicted, result, thumbnail)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const remove = db.prepare('DELETE FROM checks WHERE job_id = ? AND id = ?');
  const keptOf = ({ result, thumbnail, ...row }: Row): KeptCheck => ({
    ...row,
    result: JSON.parse(result) as CheckResult,
    thumbnail: thumbnail.toString('base64'),
  });
  return {
    list: (jobId) => ({ checks: select.all(jobId).map(keptOf), learned: selectLearned.get(jobId)! }),
    keep: writing(db, (jobId: string, { revision, note, fileName, result, thumbnail }: SaveCheck) => {
      const predicted = selectPredicted.get(jobId, revision);
      if (predicted === undefined) return null;
      if (count.get(jobId)! >= mostChecks)
        throw new Problem(
          409,
          `${mostChecks} checks are kept with this job, the most that there can be. Delete some first.`,
        );
      const id = randomUUID();
      const time = new Date().toISOString();
      insert.run(
        id,
        jobId,
        revision,
        time,
        note,
        fileName,
        predicted,
        JSON.stringify(result),
        Buffer.from(thumbnail, 'base64'),
      );
      return {
        id,
        revision,
        at: time,
        note,
        fileName,
        predicted: predicted as KeptCheck['predicted'],
        result,
        thumbnail,
      };
    }),
    remove: writing(db, (jobId: string, id: string) => remove.run(jobId, id).changes > 0),
  };
}

export function checkRoutes(checks: CheckStore): express.Router {
  const routes = express.Router({ mergeParams: true });
  const jobOf = (request: express.Request): string =>
    checked(jobIdSchema, (request.params as Readonly<Record<string, string>>).jobId);
  routes.get('/', (request, response) => {
    response.json(checks.list(jobOf(request)));
  });
  routes.post('/', (request, response) => {
    const kept = checks.keep(jobOf(request), checked(saveCheckSchema, request.body));
    if (kept === null) throw new Problem(404, 'There is no such revision.');
    response.status(201).json(kept);
  });
  routes.delete('/:id', (request, response) => {
    if (!checks.remove(jobOf(request), checked(checkIdSchema, request.params.id)))
      throw new Problem(404, 'There is no such check.');
    response.status(204).end();
  });
  return routes;
}
