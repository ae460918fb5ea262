/** Jobs, their revisions and proofs in the database. Every write is a transaction. */
import { randomUUID } from 'node:crypto';
import type { SavedJob } from '../core/api';
import { parseJob, type Job } from '../core/job';
import type { ProofReport } from '../core/proof';
import type { Db } from './db/open';

interface JobRow {
  id: string;
  revision: number;
  savedAt: string;
  document: string;
  proofRevision: number | null;
  proofReport: string | null;
  provedAt: string | null;
}

export type SaveOutcome = { readonly saved: SavedJob } | { readonly conflict: SavedJob } | 'unknown job';

export interface JobStore {
  list(): SavedJob[];
  find(id: string): SavedJob | undefined;
  create(document: Job): SavedJob;
  /** Adds a revision when `baseRevision` is still the newest; otherwise says what is. */
  addRevision(id: string, baseRevision: number, document: Job): SaveOutcome;
  revisions(id: string): { number: number; savedAt: string }[];
  revision(id: string, number: number): Job | undefined;
  /** Keeps the proof of a revision; false when there is no such revision. */
  saveProof(id: string, revision: number, report: ProofReport): boolean;
}

const selectJobs = `
  SELECT jobs.id, revisions.number AS revision, revisions.saved_at AS savedAt, revisions.document,
         proofs.revision AS proofRevision, proofs.report AS proofReport, proofs.proved_at AS provedAt
  FROM jobs
  JOIN revisions ON revisions.job_id = jobs.id AND revisions.number = jobs.current_revision
  LEFT JOIN proofs ON proofs.job_id = jobs.id
    AND proofs.revision = (SELECT MAX(revision) FROM proofs WHERE job_id = jobs.id)`;

export function jobStore(db: Db): JobStore {
  const selectAll = db.prepare<[], JobRow>(`${selectJobs} ORDER BY jobs.created_at, jobs.rowid`);
  const selectOne = db.prepare<[string], JobRow>(`${selectJobs} WHERE jobs.id = ?`);
  const insertJob = db.prepare('INSERT INTO jobs (id, created_at, current_revision) VALUES (?, ?, 1)');
  const insertRevision = db.prepare(
    'INSERT INTO revisions (job_id, number, document, saved_at) VALUES (?, ?, ?, ?)',
  );
  const moveOn = db.prepare('UPDATE jobs SET current_revision = ? WHERE id = ?');
  const selectRevisions = db.prepare<[string], { number: number; savedAt: string }>(
    'SELECT number, saved_at AS savedAt FROM revisions WHERE job_id = ? ORDER BY number DESC',
  );
  const selectRevision = db.prepare<[string, number], { document: string }>(
    'SELECT document FROM revisions WHERE job_id = ? AND number = ?',
  );
  const upsertProof = db.prepare(
    `INSERT INTO proofs (job_id, revision, report, proved_at) VALUES (?, ?, ?, ?)
     ON CONFLICT (job_id, revision) DO UPDATE SET report = excluded.report, proved_at = excluded.proved_at`,
  );
  const now = (): string => new Date().toISOString();
  const find = (id: string): SavedJob | undefined => {
    const row = selectOne.get(id);
    return row && savedJobOf(row);
  };

  return {
    list: () => selectAll.all().map(savedJobOf),
    find,
    create: db.transaction((document: Job) => {
      const id = randomUUID();
      const at = now();
      insertJob.run(id, at);
      insertRevision.run(id, 1, JSON.stringify(document), at);
      return find(id)!;
    }),
    addRevision: db.transaction((id: string, baseRevision: number, document: Job): SaveOutcome => {
      const current = find(id);
      if (current === undefined) return 'unknown job';
      if (current.revision !== baseRevision) return { conflict: current };
      insertRevision.run(id, baseRevision + 1, JSON.stringify(document), now());
      moveOn.run(baseRevision + 1, id);
      return { saved: find(id)! };
    }).immediate,
    revisions: (id) => selectRevisions.all(id),
    revision: (id, number) => {
      const row = selectRevision.get(id, number);
      return row && documentOf(row.document);
    },
    saveProof: db.transaction((id: string, revision: number, report: ProofReport) => {
      if (selectRevision.get(id, revision) === undefined) return false;
      upsertProof.run(id, revision, JSON.stringify(report), now());
      return true;
    }),
  };
}

function savedJobOf(row: JobRow): SavedJob {
  return {
    id: row.id,
    revision: row.revision,
    savedAt: row.savedAt,
    document: documentOf(row.document),
    proof:
      row.proofRevision === null
        ? null
        : {
            revision: row.proofRevision,
            report: JSON.parse(row.proofReport!) as ProofReport,
            at: row.provedAt!,
          },
  };
}

/** Documents of older programs are brought up to date as they are read. */
function documentOf(text: string): Job {
  const parsed = parseJob(JSON.parse(text));
  if ('problems' in parsed) throw new Error(`A stored job cannot be read: ${parsed.problems.join(' ')}`);
  return parsed.job;
}
