/** Documents that stand beside a job: each has a tag, and its drafts were the document alone in programs before. */
import type { z } from '../../../../core/schema';
import type { SavedKind, ServerVersion } from '../saving';

export const besideJob = <Document extends object>(
  draftPrefix: string,
  schema: z.ZodType<Document>,
  fetch: (jobId: string) => Promise<ServerVersion<Document, null>>,
  keep: (jobId: string, document: Document, basedOn: string | null) => Promise<string | null>,
): SavedKind<Document, null> => ({
  draftPrefix,
  schema,
  fetch,
  save: async (jobId, document, basedOn) => {
    const plain = JSON.parse(JSON.stringify(document)) as Document;
    return { document, tag: await keep(jobId, plain, basedOn as string | null), saved: null };
  },
  isByField: false,
  readOldDraft: (value) => {
    const { data: document } = schema.safeParse(value);
    return document === undefined ? null : { basedOn: null, document, base: null, sent: [] };
  },
});
