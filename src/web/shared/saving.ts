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
