/** Pictures that a document from elsewhere brings along: checked as an upload is, and by their hash. */
import { createHash } from 'node:crypto';
import { bytesOfBase64 } from '../core/bytes';
import { readJobFile, type Job } from '../core/job';
import { cleanUpload, type CarriedFile, type CleanUpload } from '../core/logo';

export type CheckedFile = Extract<CleanUpload, { bytes: Uint8Array }> & { readonly hash: string };

/** A file as it is kept, with its hash, or why it is refused. */
export function checkedFile(bytes: Uint8Array): CheckedFile | { readonly problem: string } {
  const clean = cleanUpload(bytes);
  return 'problem' in clean
    ? clean
    : { ...clean, hash: createHash('sha256').update(clean.bytes).digest('hex') };
}

/** All of them, or a sentence on the first that is refused. */
export type CheckedFiles = { readonly files: readonly CheckedFile[] } | { readonly problem: string };

export function checkedFiles(files: readonly CarriedFile[]): CheckedFiles {
  const checked: CheckedFile[] = [];
  for (const [index, { hash, base64 }] of files.entries()) {
    const file = checkedFile(bytesOfBase64(base64));
    if ('problem' in file) return { problem: `Picture ${index + 1} of ${files.length}: ${file.problem}` };
    if (file.hash !== hash)
      return {
        problem: `Picture ${index + 1} of ${files.length} was changed since the file was written: its SHA-256 is ${file.hash.slice(0, 12)}…, not ${hash.slice(0, 12)}….`,
      };
    checked.push(file);
  }
  return { files: checked };
}

export type OpenedJobFile =
  { readonly job: Job; readonly files: readonly CheckedFile[] } | { readonly problem: string };

/** The content of a job file of any version. */
export function openJobFile(value: unknown): OpenedJobFile {
  const read = readJobFile(value);
  if ('problems' in read)
    return { problem: `This is not a job file. ${read.problems.slice(0, 3).join(' ')}` };
  const checked = checkedFiles(read.document.files);
  return 'problem' in checked ? checked : { job: read.document.job, files: checked.files };
}
