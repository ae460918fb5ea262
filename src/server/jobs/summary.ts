/** What the shelf keeps of a job's newest revision, so that a list of thousands needs no document. */
import { shownTitle, type Job } from '../../core/job';
import { describeMessage, shownPayload } from '../../core/message';
import type { JobSummary } from '../../wire';

export type SummaryFields = Pick<
  JobSummary,
  | 'name'
  | 'collection'
  | 'kind'
  | 'message'
  | 'material'
  | 'profile'
  | 'widthMm'
  | 'heightMm'
  | 'severity'
  | 'isUnreadable'
> & { readonly note: string };

/** With the whole payload, by which repeated messages are found; it stays in the database. */
export interface StoredSummary extends SummaryFields {
  readonly payload: string;
}

/** Characters of the message that are kept for showing and searching. */
const keptCharacters = 300;

/** Without its limits, which are measured afterwards. */
export function summaryOf(job: Job): StoredSummary {
  const { message: said } = job.codes[0]!;
  const payload = shownPayload(said);
  // Of forms the sentence says more than the payload, and it does not show a password.
  const isPlain = said.kind === 'web' || said.kind === 'text';
  const message = payload === '' || isPlain ? payload : describeMessage(said).summary;
  return {
    payload,
    name: shownTitle(job),
    collection: job.collection,
    note: job.note,
    kind: said.kind,
    message: message.slice(0, keptCharacters),
    material: job.making.pair.material.name,
    profile: job.making.pair.profile,
    widthMm: job.piece.widthMm,
    heightMm: job.piece.heightMm,
    severity: 'unknown',
    isUnreadable: false,
  };
}

/** Of a document that cannot be read: what of it can be told. */
export function summaryOfUnreadable(text: string): StoredSummary {
  const named = nameIn(text);
  return {
    payload: '',
    name: named ?? 'A job that cannot be read',
    collection: '',
    note: '',
    kind: '',
    message: 'Its document cannot be read; its raw text is kept.',
    material: '',
    profile: '',
    widthMm: 0,
    heightMm: 0,
    severity: 'stop',
    isUnreadable: true,
  };
}

function nameIn(text: string): string | null {
  try {
    const document: unknown = JSON.parse(text);
    const { name } = document as { name?: unknown };
    return typeof name === 'string' && name.trim() !== '' ? name.slice(0, 120) : null;
  } catch {
    return null;
  }
}
