/** What the shelf keeps of a job's newest revision, so that a list of thousands needs no document. */
import type { JobSummary } from '../wire';
import type { Job } from '../core/job';
import { shownPayload } from '../core/message';
import { findPair } from '../core/plan';
import { type Library, runJob } from '../core/run';

export type SummaryFields = Pick<
  JobSummary,
  'name' | 'collection' | 'note' | 'kind' | 'message' | 'material' | 'widthMm' | 'heightMm' | 'severity'
>;

/** With the whole payload, by which repeated messages are found; it stays in the database. */
export interface StoredSummary extends SummaryFields {
  readonly payload: string;
}

/** Characters of the message that are kept for showing and searching. */
const keptCharacters = 300;

export function summaryOf(job: Job, library: Library): StoredSummary {
  const { message: said } = job.codes[0]!;
  const payload = shownPayload(said);
  const { codes, severity, heldBackBy } = runJob(job, undefined, library);
  // Of forms the sentence says more than the payload, and it does not show a password.
  const isPlain = said.kind === 'web' || said.kind === 'text';
  const message = payload === '' || isPlain ? payload : codes[0]!.description.summary;
  return {
    payload,
    name: job.name,
    collection: job.collection,
    note: job.note,
    kind: said.kind,
    message: message.slice(0, keptCharacters),
    material: findPair(job.making.material, job.making.machine)?.material.name ?? job.making.material,
    widthMm: job.piece.widthMm,
    heightMm: job.piece.heightMm,
    severity: severity === 'stop' && heldBackBy.length === 0 ? 'caution' : severity,
  };
}
