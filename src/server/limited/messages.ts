/** What parent, child and thread say to each other. */

export interface Order {
  readonly id: number;
  readonly name: string;
  readonly args: readonly unknown[];
  /** Of processor time, from when the thread has been loaded; null for no limit, where the work is bounded by what it reads. */
  readonly processorSeconds: number | null;
}

/** From the thread up to the parent. */
export type Reply =
  | { readonly id: number; readonly kind: 'done'; readonly value: unknown }
  | { readonly id: number; readonly kind: 'failed'; readonly message: string; readonly code: string | null }
  /** How far it is; the thread goes on when the parent has answered. */
  | { readonly id: number; readonly kind: 'note'; readonly note: unknown }
  | { readonly id: number; readonly kind: 'tooMuch' }
  | { readonly id: number; readonly kind: 'outOfMemory' }
  /** The thread ended under the work. */
  | { readonly id: number; readonly kind: 'ended' }
  | { readonly id: number; readonly kind: 'stalled' };

/** From the parent down. */
export type Request = Order | { readonly id: number; readonly kind: 'noted'; readonly answer: unknown };
