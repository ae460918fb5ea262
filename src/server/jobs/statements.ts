/** What the store of jobs asks of the database. */
import type { Place } from '../../wire';
import { isSeen, type Db } from '../db';
import { selectJobs, type JobRow, type RevisionRow } from './rows';

const ofSeenJob = `EXISTS (SELECT 1 FROM jobs WHERE jobs.id = revisions.job_id AND ${isSeen('jobs')})`;

export type JobStatements = ReturnType<typeof jobStatements>;

/** Prepared once for each database that is open. */
export function jobStatements(db: Db) {
  const upsertSummary = db.prepare(
    `INSERT INTO summaries (job_id, summary) VALUES (?, ?)
     ON CONFLICT (job_id) DO UPDATE SET summary = excluded.summary`,
  );
  const selectTwins = db.prepare<[string], { id: string; name: string }>(
    `SELECT jobs.id, json_extract(summary, '$.name') AS name
     FROM summaries JOIN jobs ON jobs.id = summaries.job_id
     WHERE json_extract(summary, '$.payload') = ? AND jobs.place <> 'bin' AND ${isSeen('jobs')} ORDER BY jobs.created_at LIMIT 20`,
  );
  const updatePlace = db.prepare('UPDATE jobs SET place = ? WHERE id = ?');
  const selectPlace = db
    .prepare<[string], Place>(`SELECT place FROM jobs WHERE id = ? AND ${isSeen('jobs')}`)
    .pluck();
  const deleteBinned = db.prepare(`DELETE FROM jobs WHERE place = 'bin' AND ${isSeen('jobs')}`);
  const upsertMaking = db.prepare(
    `INSERT INTO makings (job_id, revision, made_on, note) VALUES (?, ?, ?, ?)
     ON CONFLICT (job_id, revision) DO UPDATE SET made_on = excluded.made_on, note = excluded.note`,
  );
  const deleteMaking = db.prepare('DELETE FROM makings WHERE job_id = ? AND revision = ?');
  const selectOne = db.prepare<[string], JobRow>(`${selectJobs} WHERE jobs.id = ? AND ${isSeen('jobs')}`);
  const insertJob = db.prepare('INSERT INTO jobs (id, created_at, current_revision) VALUES (?, ?, 1)');
  const insertRevision = db.prepare(
    'INSERT INTO revisions (job_id, number, document, saved_at, sitting_began_at, save_id) VALUES (?, ?, ?, ?, ?, ?)',
  );
  const selectSitting = db.prepare<[string, number], { beganAt: string | null; isKept: number }>(
    `SELECT sitting_began_at AS beganAt,
            EXISTS (SELECT 1 FROM proofs WHERE job_id = revisions.job_id AND revision = number)
            OR EXISTS (SELECT 1 FROM checks WHERE job_id = revisions.job_id AND revision = number)
            OR EXISTS (SELECT 1 FROM makings WHERE job_id = revisions.job_id AND revision = number) AS isKept
     FROM revisions WHERE job_id = ? AND number = ?`,
  );
  const deleteRevision = db.prepare('DELETE FROM revisions WHERE job_id = ? AND number = ?');
  const updateKept = db.prepare(
    'UPDATE revisions SET sitting_began_at = NULL WHERE job_id = ? AND number = ?',
  );
  const updateName = db.prepare(
    'UPDATE revisions SET name = ?, sitting_began_at = NULL WHERE job_id = ? AND number = ?',
  );
  const updateSeverity = db.prepare(
    `UPDATE summaries SET summary = json_set(summary, '$.severity', ?)
     WHERE job_id = ? AND (SELECT current_revision FROM jobs WHERE id = job_id) = ?`,
  );
  const updateCurrent = db.prepare('UPDATE jobs SET current_revision = ? WHERE id = ?');
  const selectRevisions = db.prepare<[string], RevisionRow>(
    `SELECT revisions.number, revisions.saved_at AS savedAt, revisions.name, json_extract(proofs.report, '$.verdict') AS verdict,
            makings.made_on AS madeOn, makings.note AS madeNote
     FROM revisions
     LEFT JOIN proofs ON proofs.job_id = revisions.job_id AND proofs.revision = revisions.number
     LEFT JOIN makings ON makings.job_id = revisions.job_id AND makings.revision = revisions.number
     WHERE revisions.job_id = ? AND ${ofSeenJob} ORDER BY revisions.number DESC`,
  );
  const selectRevision = db.prepare<[string, number], { document: string }>(
    `SELECT document FROM revisions WHERE job_id = ? AND number = ? AND ${ofSeenJob}`,
  );
  const selectNewest = db.prepare<[string, number], { number: number; document: string }>(
    `SELECT number, document FROM revisions WHERE job_id = ? AND ${ofSeenJob} ORDER BY number DESC LIMIT ?`,
  );
  const upsertProof = db.prepare(
    `INSERT INTO proofs (job_id, revision, report, proved_at) VALUES (?, ?, ?, ?)
     ON CONFLICT (job_id, revision) DO UPDATE SET report = excluded.report, proved_at = excluded.proved_at`,
  );
  const selectCurrent = db
    .prepare<[string], number>(`SELECT current_revision FROM jobs WHERE id = ? AND ${isSeen('jobs')}`)
    .pluck();
  const selectNewestSave = db.prepare<[string], { revision: number; saveId: string | null }>(
    `SELECT number AS revision, save_id AS saveId FROM jobs
     JOIN revisions ON job_id = jobs.id AND number = current_revision WHERE jobs.id = ? AND ${isSeen('jobs')}`,
  );
  const selectUnmeasured = db.prepare<[], { id: string; revision: number }>(
    `SELECT jobs.id, current_revision AS revision FROM jobs JOIN summaries ON summaries.job_id = jobs.id
     WHERE json_extract(summary, '$.severity') = 'unknown' AND ${isSeen('jobs')} ORDER BY jobs.created_at`,
  );
  const selectWithoutSummary = db.prepare<[], { id: string; revision: number; document: string }>(
    `SELECT jobs.id, revisions.number AS revision, revisions.document FROM jobs
     JOIN revisions ON revisions.job_id = jobs.id AND revisions.number = jobs.current_revision
     LEFT JOIN summaries ON summaries.job_id = jobs.id
     WHERE summary IS NULL`,
  );
  return {
    selectWithoutSummary,
    upsertSummary,
    selectTwins,
    updatePlace,
    selectPlace,
    deleteBinned,
    upsertMaking,
    deleteMaking,
    selectOne,
    insertJob,
    insertRevision,
    selectSitting,
    deleteRevision,
    updateKept,
    updateName,
    updateSeverity,
    updateCurrent,
    selectRevisions,
    selectRevision,
    selectNewest,
    upsertProof,
    selectCurrent,
    selectNewestSave,
    selectUnmeasured,
  };
}
