/**
 * Each window has an id of its own for as long as it is open, reloads included. A lock tells the others that it is there:
 * what a window without a lock left behind is free to be taken up.
 */
import { recall, remember } from './browserStorage';

const key = 'binarus.window';
const lockOf = (id: string): string => `binarus.window.${id}`;

/** Holds a lock until the window closes; false when another window has it, which a copied tab does. */
const held = (id: string): Promise<boolean> =>
  new Promise((resolve) => {
    void navigator.locks.request(lockOf(id), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock === null ? undefined : new Promise<void>(() => {});
    });
  });

let claimed: Promise<string> | undefined;

/** The id of this window. */
export function windowId(): Promise<string> {
  return (claimed ??= claim());
}

async function claim(): Promise<string> {
  const before = recall(sessionStorage, key);
  if (typeof before === 'string' && (await held(before))) return before;
  const id = crypto.randomUUID();
  await held(id);
  remember(sessionStorage, key, id);
  return id;
}

/** Ids of the windows that are open. */
export async function openWindows(): Promise<ReadonlySet<string>> {
  const { held: locks = [] } = await navigator.locks.query();
  return new Set(locks.flatMap(({ name }) => (name === undefined ? [] : [name.slice(lockOf('').length)])));
}
