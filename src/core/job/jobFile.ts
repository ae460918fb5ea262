/** A job as a file of its own: the document with the drawings and pictures that it refers to. */
import { base64 } from '../bytes';
import { DocumentKind, type ReadDocument } from '../document';
import { carriedFileSchema, isPng } from '../logo';
import { z } from '../schema';
import type { Job } from './job';
import { filesOfJob } from './look';
import { anyJobSchema, jobKind } from './migrations';

const format = 'binarus-job-file';
/** More files than the codes and the items of a job can name, and more bytes than they take but for a dozen of the largest pictures. */
export const jobFileLimits = { files: 80, bytes: 64e6 } as const;

const jobFileSchema = z.strictObject({
  format: z.literal(format),
  formatVersion: z.literal(2),
  job: anyJobSchema,
  files: z.array(carriedFileSchema).max(jobFileLimits.files),
});
export type JobFile = z.output<typeof jobFileSchema>;

/** Until version 2 the file was the job's document and nothing else. */
export const jobFileKind = new DocumentKind({
  noun: 'the job file',
  schema: jobFileSchema,
  newestVersion: 2,
  steps: { 1: ({ job }) => ({ format, formatVersion: 2, job, files: [] }) },
});

/** Reads the content of a job file of any version. Problems are sentences that name the field. */
export function readJobFile(value: unknown): ReadDocument<JobFile> {
  const file = isFields(value) && value.format === format ? value : { format, formatVersion: 1, job: value };
  // What is wrong with the job alone is said as of any job, its version among it.
  const job = isFields(file) && 'job' in file ? jobKind.read(file.job) : null;
  return job !== null && 'problems' in job ? job : jobFileKind.read(file);
}

/** The file of a job, or the hashes of what it refers to and is not at hand. */
export async function jobFileOf(
  job: Job,
  upload: (hash: string) => Promise<Uint8Array | null>,
): Promise<{ readonly file: JobFile } | { readonly missing: readonly string[] }> {
  const hashes = filesOfJob(job);
  const found = await Promise.all(hashes.map(async (hash) => ({ hash, bytes: await upload(hash) })));
  const missing = found.filter(({ bytes }) => bytes === null).map(({ hash }) => hash);
  if (missing.length > 0) return { missing };
  const files = found.map(({ hash, bytes }) => ({
    hash,
    mediaType: isPng(bytes!) ? ('image/png' as const) : ('image/svg+xml' as const),
    base64: base64(bytes!),
  }));
  return { file: { format, formatVersion: 2, job, files } };
}

const isFields = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
