/** Unsaved work of each window, kept in this browser: it survives a reload, a crash and whatever another window does. */
import { z } from '../../../core/schema';
import { forget, recall, remember } from '../browserStorage';
import type { Draft, SavedKind } from './saving';

const storedSchema = z.object({
  basedOn: z.union([z.string(), z.number(), z.null()]),
  document: z.unknown(),
  base: z.unknown().optional(),
  sent: z.array(z.string()).default([]),
  /** When, in milliseconds; drafts of older programs have none. */
  at: z.number().default(0),
});
/** Drafts of jobs by programs before. */
const olderSchema = storedSchema.omit({ basedOn: true }).extend({ baseRevision: z.number() });

/** Windows of this browser: the one that asks, and all that are open. */
export interface Windows {
  readonly self: string;
  readonly open: ReadonlySet<string>;
}

export class Drafts<Document extends object> {
  private readonly prefix: string;
  private readonly key: string;

  constructor(
    private readonly kind: Pick<SavedKind<Document, unknown>, 'draftPrefix' | 'schema' | 'readOldDraft'>,
    id: string,
    private readonly windows: Windows,
  ) {
    this.prefix = `${kind.draftPrefix}${id}`;
    this.key = `${this.prefix}.${windows.self}`;
  }

  /** False when the browser could not keep it. */
  keep(draft: Draft<Document>): boolean {
    return remember(localStorage, this.key, { ...draft, at: Date.now() });
  }

  drop(): void {
    forget(localStorage, this.key);
  }

  /** Only where it holds this and nothing newer. */
  dropIf(document: Document): void {
    if (JSON.stringify(this.read(this.key, null)?.draft.document) === JSON.stringify(document)) this.drop();
  }

  /**
   * The draft that this window goes on with: its own, else the newest that a closed window left behind, which becomes its own.
   * What an open window works on is left alone. `there` is what the server has.
   */
  find(there: Document | null): Draft<Document> | null {
    const ours = this.read(this.key, there);
    if (ours !== null) return ours.draft;
    const [newest] = Object.keys(localStorage)
      .filter(
        (key) => key.startsWith(this.prefix) && !this.windows.open.has(key.slice(this.prefix.length + 1)),
      )
      .flatMap((key) => {
        const read = this.read(key, there);
        return read === null ? [] : [{ key, ...read }];
      })
      .sort((a, b) => b.at - a.at);
    if (newest === undefined) return null;
    // One after the other: it is only forgotten where it was when it is safe here.
    if (this.keep(newest.draft)) forget(localStorage, newest.key);
    return newest.draft;
  }

  private read(
    key: string,
    there: Document | null,
  ): { readonly draft: Draft<Document>; readonly at: number } | null {
    const value = recall(localStorage, key);
    const stored = storedSchema.safeParse(value);
    const older = olderSchema.safeParse(value);
    const found = stored.data ?? (older.data && { ...older.data, basedOn: older.data.baseRevision });
    if (found !== undefined) {
      const document = this.kind.schema.safeParse(found.document).data;
      if (document === undefined) return null;
      const base = this.kind.schema.safeParse(found.base).data ?? null;
      return { draft: { basedOn: found.basedOn, document, base, sent: found.sent }, at: found.at };
    }
    const old = value === null ? null : (this.kind.readOldDraft?.(value, there) ?? null);
    return old && { draft: old, at: 0 };
  }
}
