import { afterEach, describe, expect, it } from '@jest/globals';
import { expose, releaseProxy, type Remote } from 'comlink';
import { EngineProblem, hosted, Stopped, type Started } from './hosted';

interface Counting {
  /** Tells how far it is, and once more after its answer. */
  tells(tell: (step: number) => void): Promise<number>;
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
        tells: async (tell) => {
          for (const step of [1, 2]) await tell(step);
          setTimeout(() => {
            tell(3);
            (tell as unknown as Remote<object>)[releaseProxy]();
          }, 5);
          return 2;
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
const methods = { next: 'awaited', tells: 'quiet', never: 'quiet', fails: 'awaited' } as const;

describe('a hosted worker', () => {
  it('starts when it is first asked, and once', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, methods);
    expect(started()).toBe(0);
    expect([await counting.next(), await counting.next()]).toEqual([1, 2]);
    expect(started()).toBe(1);
  });

  it('tells a failure and goes on', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, methods);
    await expect(counting.fails()).rejects.toThrow('The font could not be loaded.');
    expect(await counting.next()).toBe(1);
    expect(started()).toBe(1);
  });

  it('is never ended by the clock: it tells that it takes longer, and that it is done', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, methods, 400);
    const states: boolean[] = [];
    counting.onSlow((isSlow) => states.push(isSlow));
    expect(await counting.next()).toBe(1);
    expect(states).toEqual([]);
    expect(await Promise.all([counting.next(900), counting.next(1000)])).toEqual([2, 3]);
    expect([states, started()]).toEqual([[true, false], 1]);
  });

  it('says nothing of what somebody sees the progress of', async () => {
    const { start } = workers();
    const counting = hosted<Counting>(start, { ...methods, next: 'quiet' }, 20);
    const states: boolean[] = [];
    counting.onSlow((isSlow) => states.push(isSlow));
    expect(await counting.next(80)).toBe(1);
    expect(states).toEqual([]);
  });

  it('can be stopped, with all that waits behind it, and begins anew', async () => {
    const { start, started } = workers();
    const counting = hosted<Counting>(start, { ...methods, never: 'awaited' }, 10);
    const states: boolean[] = [];
    counting.onSlow((isSlow) => states.push(isSlow));
    const [first, second] = [counting.never(), counting.never()];
    await new Promise((resolve) => setTimeout(resolve, 40));
    counting.stop();
    await expect(first).rejects.toBeInstanceOf(Stopped);
    await expect(second).rejects.toBeInstanceOf(EngineProblem);
    // What is asked next may be slow, too, on a busy machine.
    expect([...states]).toEqual([true, false]);
    expect(await counting.next()).toBe(1);
    expect(started()).toBe(2);
  });

  it('answers every open question when the worker breaks', async () => {
    const { start, breakNewest } = workers();
    const counting = hosted<Counting>(start, methods);
    const open = counting.never();
    breakNewest();
    await expect(open).rejects.toThrow(/could not be loaded, or it broke off/);
    expect(await counting.next()).toBe(1);
  });

  it('is heard on its way and no more after its answer', async () => {
    const { start } = workers();
    const heard: number[] = [];
    expect(await hosted<Counting>(start, methods).tells((step) => heard.push(step))).toBe(2);
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(heard).toEqual([1, 2]);
  });
});
