/** Waiting for a database that another program has locked, without holding the thread that answers. */
import { setTimeout as pause } from 'node:timers/promises';
import { storageTroubleOf } from './trouble';

/** Pauses between tries in milliseconds: short at first, about six seconds in all. */
export const pausesMs: readonly number[] = [10, 20, 40, 80, 150, ...Array.from({ length: 23 }, () => 250)];

/** The result of `work`, tried again while the database is busy. Rejects with the last error when it stays busy. */
export async function patiently<Result>(
  work: () => Result | Promise<Result>,
  pauses: readonly number[] = pausesMs,
): Promise<Result> {
  for (const ms of pauses)
    try {
      return await work();
    } catch (error) {
      if (storageTroubleOf(error) !== 'busy') throw error;
      await pause(ms);
    }
  return work();
}
