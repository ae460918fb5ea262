/** Saves that are made on a revision: one whose answer was lost is known again by its id, another window's is never overwritten. */

/** The newest revision of what is saved. */
interface Newest {
  readonly revision: number;
  /** Under which it was sent; null or undefined where nobody said. */
  readonly saveId?: string | null;
}

/** `kept` is one that was sent before and is the newest; `conflict`: somebody else saved meanwhile. */
export function outcomeOf(
  newest: Newest,
  baseRevision: number,
  saveId?: string,
): 'new' | 'kept' | 'conflict' {
  if (newest.revision === baseRevision) return 'new';
  return saveId !== undefined && newest.saveId === saveId ? 'kept' : 'conflict';
}
