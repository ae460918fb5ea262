/**
 * Saves one document of the owner while it is edited. What was changed is in the browser until the server has it, so that
 * neither a reload, a crash nor a server that is gone loses it; what another window saved meanwhile is not overwritten until
 * somebody chooses; a save whose answer was lost is known again. One for every kind (kinds/).
 */
import { ref, shallowRef, type ShallowRef } from 'vue';
import { crc32 } from '../../../core/bytes';
import { ApiProblem } from '../http';
import { openWindows, windowId } from '../windowId';
import { Drafts, type Windows } from './drafts';
import { changedFields, firstChangeOf, mergedOnto } from './fields';
import type { Draft, SavedKind, Saving, SavingState, ServerVersion, Tag } from './saving';

/** After the last change. */
const pauseMs = 500;
const retryMs = 5000;
/** So many saves without an answer are known again; each is tried until it is answered. */
const mostUnanswered = 50;

/** What the page does when something becomes of the document. */
export interface SaverNews<Document, Saved> {
  /** It was saved from here. */
  readonly saved?: (saved: Saved) => void;
  /** Fields that the server refuses, and why; they are let go. */
  readonly refused?: (fields: Partial<Document>, why: string) => void;
}

const sentenceOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'It could not be saved.';
const statusOf = (error: unknown): number => (error instanceof ApiProblem ? error.status : 0);
const isRefusal = (error: unknown): boolean => [400, 422].includes(statusOf(error));

/** What a document is opened with. */
export interface Opening<Document, Saved> {
  readonly there: ServerVersion<Document, Saved> | { readonly problem: unknown };
  readonly windows: Windows;
}

/** Never rejects: why it cannot be opened is in what it gives. `known` is not fetched again. */
export async function openingOf<Document extends object, Saved>(
  kind: SavedKind<Document, Saved>,
  id: string,
  known?: ServerVersion<Document, Saved>,
): Promise<Opening<Document, Saved>> {
  const [there, self, open] = await Promise.all([
    known ?? kind.fetch(id).catch((problem: unknown) => ({ problem })),
    windowId(),
    openWindows(),
  ]);
  return { there, windows: { self, open } };
}

export class DocumentSaver<Document extends object, Saved> implements Saving {
  /** As it is edited; null where there is none yet. Writing to it shows something without saving it. */
  readonly document = shallowRef(null) as ShallowRef<Document | null>;
  /** The version on the server that it was made from. */
  readonly basedOn = ref<Tag>(null);
  readonly state = ref<SavingState>('saved');
  readonly why = ref('');
  /** Why it is not kept in this browser; empty when it is. */
  readonly draftProblem = ref('');
  /** What another window saved meanwhile, while somebody has to choose. */
  readonly theirs = shallowRef(null) as ShallowRef<ServerVersion<Document, Saved> | null>;

  /** The server's version that was shown last: at the beginning, or because another window's was taken. */
  readonly adopted = shallowRef(null) as ShallowRef<Saved | null>;

  private readonly drafts: Drafts<Document>;
  private base: Document | null = null;
  /** Saves that were sent without an answer, the last of them last: the server may have kept them. */
  private unanswered: readonly { readonly mark: string; readonly saveId: string | null }[] = [];
  private sending: Promise<void> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isClosed = false;
  /** Of many changes one was refused: each is sent by itself. */
  private isOneByOne = false;

  /**
   * Opens what the server has, with what this browser kept of it. One that was deleted elsewhere opens where something of it
   * is kept here; throws a sentence when it cannot be opened.
   */
  constructor(
    private readonly kind: SavedKind<Document, Saved>,
    readonly id: string,
    { there, windows }: Opening<Document, Saved>,
    private readonly news: SaverNews<Document, Saved> = {},
  ) {
    this.drafts = new Drafts(kind, id, windows);
    if ('problem' in there) this.beginWithout(there.problem);
    else this.begin(there);
  }

  private begin(there: ServerVersion<Document, Saved>): void {
    this.adopt(there);
    const draft = this.drafts.find(there.document);
    if (draft === null) return;
    if (there.document !== null && this.isSame(draft.document, there.document)) {
      this.drafts.drop();
      return;
    }
    // Work from before a crash or a closed window comes first.
    this.takeUp(draft);
    this.base = draft.base ?? there.document;
    if (this.isOurs(there)) this.goOnAfter(there);
    else if (draft.basedOn === there.tag || draft.basedOn === null) {
      this.basedOn.value = there.tag;
      this.saveSoon();
    } else this.contest(there, 'Another window saved it meanwhile.');
  }

  /** It was deleted elsewhere; what is not saved of it can be kept as a new one. */
  private beginWithout(problem: unknown): void {
    const draft = statusOf(problem) === 404 ? this.drafts.find(null) : null;
    if (draft === null) throw problem as Error;
    this.takeUp(draft);
    this.stand('gone', sentenceOf(problem));
  }

  private takeUp(draft: Draft<Document>): void {
    this.document.value = draft.document;
    this.basedOn.value = draft.basedOn;
    this.base = draft.base;
    this.unanswered = draft.sent.map((mark) => ({ mark, saveId: null }));
  }

  /** Replaces the document; it is saved in a pause. */
  edit(next: Document): void {
    this.document.value = next;
    this.remember();
    if (!this.waitsForChoice()) this.saveSoon();
  }

  /** Sends what is not saved, now. Never rejects: what keeps it from being saved is in `state` and `why`. */
  readonly saveNow = async (): Promise<void> => {
    while (this.sending !== undefined) await this.sending;
    const now = this.document.value;
    if (now === null || (this.state.value !== 'unsaved' && this.state.value !== 'away')) return;
    this.sending = this.send(now).finally(() => (this.sending = undefined));
    await this.sending;
  };

  /** When all is saved, what was edited on the way too; rejects with a sentence where it cannot be. */
  async saved(): Promise<void> {
    do await this.saveNow();
    while (this.state.value === 'unsaved');
    if (this.state.value !== 'saved') throw new Error(this.why.value);
  }

  /** Drops this window's version for the one that another window saved. */
  readonly takeTheirs = (): void => {
    const there = this.theirs.value;
    this.drafts.drop();
    if (there !== null) return this.adopt(there);
    if (this.base !== null) this.document.value = this.base;
    this.stand('saved');
  };

  /** Puts this window's version on top of the other window's. */
  readonly keepMine = async (): Promise<void> => {
    const [there, mine] = [this.theirs.value, this.document.value];
    if (there === null || mine === null) return;
    this.document.value = this.rebased(mine, there.document);
    this.basedOn.value = there.tag;
    this.base = there.document;
    this.theirs.value = null;
    this.remember();
    this.stand('unsaved');
    await this.saveNow();
  };

  /** Another window saved: a document that is only shown follows, one in conflict knows the newest. */
  async follow(): Promise<void> {
    const isFollowing = (): boolean => this.state.value === 'saved' || this.state.value === 'contested';
    if (!isFollowing()) return;
    const there = await this.kind.fetch(this.id);
    if (this.isClosed || !isFollowing() || there.tag === this.basedOn.value) return;
    if (this.state.value === 'saved') this.adopt(there);
    else this.theirs.value = there;
  }

  /** Nobody looks any more: what is not saved is sent once more, and else stays in the browser. */
  async close(): Promise<void> {
    const last = this.saveNow();
    this.isClosed = true;
    clearTimeout(this.timer);
    await last;
    clearTimeout(this.timer);
  }

  /** Says which document it is, whatever the order of its fields. */
  private markOf(document: Document): string {
    // The server says what is wrong with one that it refuses.
    const text = JSON.stringify(this.kind.schema.safeParse(document).data ?? document);
    return `${text.length} ${crc32(new TextEncoder().encode(text))}`;
  }
  private isSame(one: Document, other: Document): boolean {
    return one === other || this.markOf(one) === this.markOf(other);
  }
  private rebased(mine: Document, onto: Document | null): Document {
    return this.kind.isByField && this.base !== null && onto !== null
      ? mergedOnto(mine, this.base, onto)
      : mine;
  }
  private waitsForChoice(): boolean {
    return this.state.value === 'contested' || this.state.value === 'gone';
  }

  private stand(state: SavingState, why = ''): void {
    clearTimeout(this.timer);
    this.state.value = state;
    this.why.value = why;
  }

  private adopt(there: ServerVersion<Document, Saved>): void {
    this.document.value = this.base = there.document;
    this.basedOn.value = there.tag;
    this.unanswered = [];
    this.theirs.value = null;
    this.draftProblem.value = '';
    this.stand('saved');
    this.adopted.value = there.saved;
  }

  private remember(): void {
    const document = this.document.value;
    // What was edited before is kept already; what another one edits here since is not ours.
    if (document === null || this.isClosed) return;
    const isKept = this.drafts.keep({
      basedOn: this.basedOn.value,
      document,
      base: this.kind.isByField ? this.base : null,
      sent: this.sentMarks(),
    });
    this.draftProblem.value = isKept
      ? ''
      : 'This browser cannot keep a draft: edits last only until they are saved.';
  }

  private saveSoon(afterMs = pauseMs): void {
    this.state.value = 'unsaved';
    this.later(afterMs);
  }
  private later(afterMs: number): void {
    clearTimeout(this.timer);
    if (!this.isClosed) this.timer = setTimeout(() => void this.saveNow(), afterMs);
  }

  private async send(now: Document): Promise<void> {
    clearTimeout(this.timer);
    this.state.value = 'saving';
    const sent = this.isOneByOne && this.base !== null ? firstChangeOf(now, this.base) : now;
    const mark = this.markOf(sent);
    const last = this.unanswered.at(-1);
    const saveId = (last?.mark === mark ? last.saveId : null) ?? crypto.randomUUID();
    if (last?.saveId !== saveId) {
      this.unanswered = [...this.unanswered, { mark, saveId }].slice(-mostUnanswered);
      this.remember();
    }
    try {
      const there = await this.kind.save(this.id, sent, this.basedOn.value, saveId);
      this.goOnAfter(there);
      this.news.saved?.(there.saved);
    } catch (error) {
      await this.notSaved(error, sent);
    }
  }

  /** What was sent from here is the newest; what was edited since comes on top of it. */
  private goOnAfter(there: ServerVersion<Document, Saved>): void {
    this.unanswered = [];
    this.basedOn.value = there.tag;
    this.base = there.document;
    this.why.value = '';
    this.endStep();
  }

  /** Saved, or there is more to save. */
  private endStep(): void {
    const now = this.document.value;
    if (now !== null && this.base !== null && this.isSame(now, this.base)) {
      this.isOneByOne = false;
      if (this.isClosed) this.drafts.dropIf(now);
      else this.drafts.drop();
      this.stand('saved');
      return;
    }
    this.remember();
    this.saveSoon();
  }

  private async notSaved(error: unknown, sent: Document): Promise<void> {
    const status = statusOf(error);
    if (status === 409 || status === 412) return this.meet(error);
    if (this.kind.isByField && this.base !== null && isRefusal(error))
      return this.letGo(sent, this.base, sentenceOf(error));
    this.stand(status === 404 ? 'gone' : 'away', sentenceOf(error));
    // What is wrong with the document is mended by whoever made it so.
    if (this.state.value === 'away' && (status === 0 || status >= 500)) this.later(retryMs);
  }

  /** Something else is there: sent from here before, or by another window. */
  private async meet(problem: unknown): Promise<void> {
    let there: ServerVersion<Document, Saved>;
    try {
      there = await this.kind.fetch(this.id);
    } catch (error) {
      this.stand(statusOf(error) === 404 ? 'gone' : 'away', sentenceOf(error));
      if (this.state.value === 'away') this.later(retryMs);
      return;
    }
    if (!this.isOurs(there)) return this.contest(there, sentenceOf(problem));
    this.goOnAfter(there);
    this.news.saved?.(there.saved);
  }

  private isOurs({ document, saveId }: ServerVersion<Document, Saved>): boolean {
    const sent = this.sentMarks();
    return (
      (saveId !== undefined && sent.includes(saveId)) ||
      (document !== null && sent.includes(this.markOf(document)))
    );
  }

  private sentMarks(): readonly string[] {
    return this.unanswered.flatMap(({ mark, saveId }) => (saveId === null ? [mark] : [mark, saveId]));
  }

  private contest(there: ServerVersion<Document, Saved>, why: string): void {
    const mine = this.document.value;
    const isSettled =
      mine !== null &&
      there.document !== null &&
      this.isSame(this.rebased(mine, there.document), there.document);
    // Where both made the same change there is nothing to choose.
    if (isSettled) {
      this.drafts.drop();
      this.adopt(there);
      return;
    }
    this.theirs.value = there;
    this.stand('contested', why);
  }

  /** A field that is refused is let go; of several that were sent together each is tried by itself. */
  private letGo(sent: Document, base: Document, why: string): void {
    const fields = changedFields(sent, base);
    if (Object.keys(fields).length > 1) this.isOneByOne = true;
    else {
      this.news.refused?.(fields, why);
      this.document.value = mergedOnto(this.document.value ?? sent, sent, base);
    }
    this.unanswered = [];
    this.why.value = '';
    this.endStep();
  }
}
