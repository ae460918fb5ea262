/** Jobs as lines of the database, and as they are sent. */
import { isDeepStrictEqual } from 'node:util';
import type { Job } from '../../core/job';
import type { ProofReport } from '../../core/proof';
import type { z } from '../../core/schema';
import type { revisionListSchema, SavedJob } from '../../wire';
import { documentOf } from '../documents';

export interface JobRow {
  id: string;
  revision: number;
  savedAt: string;
  document: string;
  saveId: string | null;
  proofRevision: number | null;
  proofReport: string | null;
  provedAt: string | null;
}

/** Each with its newest revision and its newest proof. */
export const selectJobs = `
  SELECT jobs.id, revisions.number AS revision, revisions.saved_at AS savedAt, revisions.document,
         revisions.save_id AS saveId, proofs.revision AS proofRevision, proofs.report AS proofReport, proofs.proved_at AS provedAt
  FROM jobs
  JOIN revisions ON revisions.job_id = jobs.id AND revisions.number = jobs.current_revision
  LEFT JOIN proofs ON proofs.job_id = jobs.id
    AND proofs.revision = (SELECT MAX(revision) FROM proofs WHERE job_id = jobs.id)`;

const factsOf = (row: JobRow): Omit<SavedJob, 'document'> => ({
  id: row.id,
  revision: row.revision,
  savedAt: row.savedAt,
  proof:
    row.proofRevision === null
      ? null
      : {
          revision: row.proofRevision,
          report: JSON.parse(row.proofReport!) as ProofReport,
          at: row.provedAt!,
        },
  ...(row.saveId === null ? {} : { saveId: row.saveId }),
});

/** Throws `Unreadable`. */
export const savedJobOf = (row: JobRow, document: Job = documentOf(row.document)): SavedJob => ({
  ...factsOf(row),
  document,
});

/** Revisions that are known to be documents of today. */
const mostKnown = 20_000;

/** Jobs as text. Revisions never change: what was read once as a document of today is sent as it is kept. */
export class JobTexts {
  /** By id and number. */
  private readonly ofToday = new Set<string>();

  /** Of what `savedJobOf` gives. Throws `Unreadable`. */
  of(row: JobRow): string {
    return `{"document":${this.documentText(row)},${JSON.stringify(factsOf(row)).slice(1)}`;
  }

  private documentText({ id, revision, document }: JobRow): string {
    const key = `${id} ${revision}`;
    if (this.ofToday.has(key)) return document;
    const read = documentOf(document);
    if (!isDeepStrictEqual(read, JSON.parse(document))) return JSON.stringify(read);
    if (this.ofToday.size >= mostKnown) this.ofToday.clear();
    this.ofToday.add(key);
    return document;
  }
}

export type RevisionEntry = z.infer<typeof revisionListSchema>['revisions'][number];

export interface RevisionRow {
  number: number;
  savedAt: string;
  name: string;
  verdict: ProofReport['verdict'] | null;
  madeOn: string | null;
  madeNote: string | null;
}

export function revisionEntryOf({
  number,
  savedAt,
  name,
  verdict,
  madeOn,
  madeNote,
}: RevisionRow): RevisionEntry {
  return {
    number,
    savedAt,
    name,
    proof: verdict,
    made: madeOn === null ? null : { on: madeOn, note: madeNote! },
  };
}
