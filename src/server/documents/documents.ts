/** Documents of jobs as they are kept: JSON of any version, brought up to date as it is read. */
import { jobKind, type Job, type ParsedJob } from '../../core/job';
import { documentKinds, type DocumentKindId } from '../../wire';

/** A document that this program cannot read, with its raw text. */
export class Unreadable extends Error {
  constructor(
    readonly problems: readonly string[],
    readonly text: string,
    what = 'The document of this job',
  ) {
    super(`${what} cannot be read: ${problems.slice(0, 3).join(' ')}`);
  }
}

export function parsedDocument(text: string): ParsedJob {
  const read = jobKind.readText(text);
  return 'document' in read ? { job: read.document } : read;
}

/** As JSON, brought up to date; as it is when it cannot be read. */
export function textOfToday(text: string): string {
  const parsed = parsedDocument(text);
  return 'job' in parsed ? JSON.stringify(parsed.job) : text;
}

/** A document of any kind as one of today; one that cannot be read as it is. */
export function ofToday(kind: DocumentKindId, text: string): unknown {
  const read = documentKinds[kind].readText(text);
  return 'document' in read ? read.document : (JSON.parse(text) as unknown);
}

/** Throws `Unreadable`. */
export function documentOf(text: string): Job {
  const parsed = parsedDocument(text);
  if ('problems' in parsed) throw new Unreadable(parsed.problems, text);
  return parsed.job;
}
