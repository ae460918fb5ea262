/** Where a document that is edited here stands on its way to the server; the same for every kind (KeepingBar.vue tells it). */
import type { Ref } from 'vue';

/**
 * `unsaved`: changed, and saved in a pause; `away`: something keeps the server from saving, and it is tried again or mended; `contested`:
 * another window saved meanwhile, and somebody has to choose; `gone`: it was deleted elsewhere. What was typed is in this browser meanwhile.
 */
export type SavingState = 'saved' | 'unsaved' | 'saving' | 'away' | 'contested' | 'gone';

export interface Saving {
  readonly state: Readonly<Ref<SavingState>>;
  /** What keeps it from being saved, as a sentence; empty where nothing does. Stays while it is tried again. */
  readonly why: Readonly<Ref<string>>;
  /** Tries at once what is not saved. Never rejects. */
  readonly saveNow: () => Promise<void>;
  /** Lets go of what is not saved here. */
  readonly takeTheirs: () => void;
  /** Puts what is not saved on top of what another window saved. */
  readonly keepMine: () => Promise<void>;
}

/** Names a version of a document on the server: a revision or a tag; null where nothing is kept yet. */
export type Tag = string | number | null;

/** What the server has. `saved` is all that it says of it. */
export interface ServerVersion<Document, Saved> {
  /** Null where nothing is kept yet. */
  readonly document: Document | null;
  readonly tag: Tag;
  /** Under which it was sent, where the server keeps that. */
  readonly saveId?: string | undefined;
  readonly saved: Saved;
}

/** Unsaved work as this browser keeps it. */
export interface Draft<Document> {
  readonly basedOn: Tag;
  readonly document: Document;
  /** What it was made from, of kinds that are merged by their fields. */
  readonly base: Document | null;
  /** Marks and ids of saves that were sent without an answer: the server may have kept them. */
  readonly sent: readonly string[];
}

/** A kind of document of the owner that is edited on a page and saved in the background. */
export interface SavedKind<Document extends object, Saved> {
  /** Of the names under which the browser keeps drafts; the document's id follows. */
  readonly draftPrefix: string;
  readonly schema: { readonly safeParse: (value: unknown) => { readonly data?: Document } };
  readonly fetch: (id: string) => Promise<ServerVersion<Document, Saved>>;
  /** In place of what has the tag: refused with 409 or 412 where something else is there. */
  readonly save: (
    id: string,
    document: Document,
    basedOn: Tag,
    saveId: string,
  ) => Promise<ServerVersion<Document, Saved>>;
  /** Each field is a change of its own: two windows are merged by them, and one that is refused does not hold up the others. */
  readonly isByField: boolean;
  /** Drafts in a form of older programs, read beside what the server has. */
  readonly readOldDraft?: (value: unknown, there: Document | null) => Draft<Document> | null;
}
