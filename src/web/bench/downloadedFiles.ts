/** Of which revision files were downloaded in this browser, until the owner has said whether the piece was made. */
import { forget, recall, remember } from '../shared/browserStorage';

const keyOf = (jobId: string): string => `binarus.taken.${jobId}`;

/** A file of a revision was downloaded. */
export const noteDownloaded = (jobId: string, revision: number): void =>
  void remember(localStorage, keyOf(jobId), revision);

/** The revision whose file was downloaded last and about which nothing was said; null without one. */
export function downloadedRevision(jobId: string): number | null {
  const revision = recall(localStorage, keyOf(jobId));
  return Number.isInteger(revision) ? (revision as number) : null;
}

/** It was said, or is not to be asked again. */
export const forgetDownloaded = (jobId: string): void => forget(localStorage, keyOf(jobId));
