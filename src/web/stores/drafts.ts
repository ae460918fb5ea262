/** Unsaved work of each window, kept in this browser: it survives a reload, a crash and whatever another window does. */
import { anyJobSchema, type Job } from '../../core/job';
import { z } from '../../core/schema';
import { forget, recall, remember } from '../shared/browserStorage';

const draftSchema = z.object({
  baseRevision: z.number(),
  document: anyJobSchema,
  /** Saves that were sent without an answer: the server may have kept them. */
  sent: z.array(z.string()).default([]),
  /** When, in milliseconds; drafts of older programs have none. */
  at: z.number().default(0),
});
export type Draft = z.infer<typeof draftSchema>;

const prefixOf = (jobId: string): string => `binarus.draft.${jobId}`;
const keyOf = (jobId: string, windowId: string): string => `${prefixOf(jobId)}.${windowId}`;

/** False when the browser could not keep it. */
export const keepDraft = (
  jobId: string,
  windowId: string,
  draft: { readonly baseRevision: number; readonly document: Job; readonly sent?: readonly string[] },
): boolean => remember(localStorage, keyOf(jobId, windowId), { ...draft, at: Date.now() });

/** Forgets a draft, or only one that holds nothing newer than `unlessNewerThan`. */
export function dropDraft(jobId: string, windowId: string, unlessNewerThan?: Job): void {
  const key = keyOf(jobId, windowId);
  const isNewer = (): boolean =>
    JSON.stringify(read(key)?.document ?? null) !== JSON.stringify(unlessNewerThan);
  if (unlessNewerThan === undefined || !isNewer()) forget(localStorage, key);
}

/**
 * The draft that a window goes on with: its own, else the newest that a closed window left behind, which becomes its own.
 * What an open window works on is left alone.
 */
export function takeDraft(jobId: string, windowId: string, open: ReadonlySet<string>): Draft | null {
  const windowDraft = read(keyOf(jobId, windowId));
  if (windowDraft !== null) return windowDraft;
  const left = Object.keys(localStorage)
    .filter((key) => key.startsWith(prefixOf(jobId)) && !open.has(key.slice(prefixOf(jobId).length + 1)))
    .flatMap((key) => {
      const draft = read(key);
      return draft === null ? [] : [{ key, draft }];
    })
    .sort((a, b) => b.draft.at - a.draft.at);
  const [newest] = left;
  if (newest === undefined) return null;
  // One after the other: it is only forgotten where it was when it is safe here.
  if (keepDraft(jobId, windowId, newest.draft)) forget(localStorage, newest.key);
  return newest.draft;
}

function read(key: string): Draft | null {
  const parsed = draftSchema.safeParse(recall(localStorage, key));
  return parsed.success ? parsed.data : null;
}
