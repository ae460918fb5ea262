import { describe, expect, it } from '@jest/globals';
import { oneByOne } from './oneByOne';

describe('one by one', () => {
  it('begins each when the one before has ended, and goes on after one that fails', async () => {
    const inTurn = oneByOne();
    const seen: string[] = [];
    const work = (name: string, ms: number) => async () => {
      seen.push(`${name} begins`);
      await new Promise((resolve) => setTimeout(resolve, ms));
      seen.push(`${name} ends`);
      if (name === 'b') throw new Error('b fails');
      return name;
    };
    const all = [inTurn(work('a', 20)), inTurn(work('b', 1)), inTurn(work('c', 1)), inTurn(() => 'd')];
    expect(await Promise.allSettled(all)).toMatchObject([
      { value: 'a' },
      { reason: { message: 'b fails' } },
      { value: 'c' },
      { value: 'd' },
    ]);
    expect(seen).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends']);
  });
});
