import { afterEach, describe, expect, it } from '@jest/globals';
import { expose } from 'comlink';
import { EngineProblem, hosted, type Started } from './hosted';

interface Counting {
  /** Answers after some milliseconds. */
  next(afterMs?: number): Promise<number>;
  never(): Promise<number>;
  fails(): number;
}

const ended: (() => void)[] = [];
afterEach(() => ended.splice(0).forEach((end) => end()));

/** A worker on this thread; `breaks` is called to break it. */
function workers(): { start: () => Started; started: () => number; breakNewest: () => void } {
  let count = 0;
  let breakNewest = (): void => {};
  return {
    started: () => count,
    breakNewest: () => breakNewest(),
    start: () => {
      count++;
      let counted = 0;
      const { port1, port2 } = new MessageChannel();
      const counting: Counting = {
        next: async (afterMs = 0) => {
          await new Promise((resolve) => setTimeout(resolve, afterMs));
          return ++counted;
        },
        never: () => new Promise(() => {}),
        fails: () => {
          throw new Error('The font could not be loaded.');
        },
      };
      expose(counting, port2);
      const end = (): void => {
        port1.close();
        port2.close();
      };
      ended.push(end);
      return { endpoint: port1, onBreak: (tell) => (breakNewest = tell), end };
    },
  };
}
const limits = { next: 5000, never: 60, fails: 5000 };

describe('a hosted worker', () => {
  it('starts when it is first asked, and once', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, limits, 0);
    expect(started()).toBe(0);
    expect([await counting.next(), await counting.next()]).toEqual([1, 2]);
    expect(started()).toBe(1);
  });

  it('tells a failure and goes on', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, limits, 0);
    await expect(counting.fails()).rejects.toThrow('The font could not be loaded.');
    expect(await counting.next()).toBe(1);
    expect(started()).toBe(1);
  });

  it('ends what takes too long, with all that waits behind it, and begins anew', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, limits, 0);
    const [first, second] = [counting.never(), counting.never()];
    await expect(first).rejects.toThrow(/longer than 0.06 s/);
    await expect(second).rejects.toBeInstanceOf(EngineProblem);
    expect(await counting.next()).toBe(1);
    expect(started()).toBe(2);
  });

  it('has longer for what it has not done before, once for each worker', async () => {
    const { start } = workers();
    const counting = hosted<Counting>(start, { ...limits, next: 200 }, 2000);
    expect(await counting.next(400)).toBe(1);
    await expect(counting.next(400)).rejects.toThrow(/longer than 0.2 s/);
    expect(await counting.next(400)).toBe(1);
  });

  it('answers every open question when the worker breaks', async () => {
    const { start, breakNewest } = workers();
    const counting = hosted<Counting>(start, { ...limits, never: 60_000 });
    const open = counting.never();
    breakNewest();
    await expect(open).rejects.toThrow(/could not be loaded, or it broke off/);
    expect(await counting.next()).toBe(1);
  });
});
