/** Work in steps: all at once, in turns that let others in, and called off. */
import { describe, expect, it } from '@jest/globals';
import { allSteps, inTurns } from './turns';

function* counted(steps: number, msEach: number, seen: { count: number }): Generator<void, string> {
  for (let step = 0; step < steps; step++) {
    const until = performance.now() + msEach;
    while (performance.now() < until);
    seen.count++;
    yield;
  }
  return 'done';
}

describe('work in steps', () => {
  it('gives the same at once and in turns', async () => {
    const [once, turns] = [{ count: 0 }, { count: 0 }];
    expect(allSteps(counted(20, 0, once))).toBe('done');
    expect(await inTurns(counted(20, 2, turns), () => false)).toBe('done');
    expect([once.count, turns.count]).toEqual([20, 20]);
    expect(allSteps(counted(0, 0, once))).toBe('done');
  });

  it('lets others in between its turns, and ends early once nobody waits', async () => {
    const seen = { count: 0 };
    let isStale = false;
    setTimeout(() => (isStale = true), 1);
    expect(await inTurns(counted(100, 3, seen), () => isStale)).toBeNull();
    expect(seen.count).toBeGreaterThan(0);
    expect(seen.count).toBeLessThan(50);
  });

  it('passes on what breaks', async () => {
    function* broken(): Generator<void, string> {
      yield;
      throw new Error('torn');
    }
    expect(() => allSteps(broken())).toThrow('torn');
    await expect(inTurns(broken(), () => false)).rejects.toThrow('torn');
  });
});
