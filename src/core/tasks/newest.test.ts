import { describe, expect, it } from '@jest/globals';
import { newestOf } from './newest';

describe('the newest question', () => {
  it('is the only one whose answer counts', () => {
    const { ask, asIs, forget } = newestOf();
    const first = ask();
    const partOfFirst = asIs();
    expect([first(), partOfFirst()]).toEqual([true, true]);
    const second = ask();
    expect([first(), partOfFirst(), second()]).toEqual([false, false, true]);
    forget();
    expect([first(), second()]).toEqual([false, false]);
    expect(asIs()()).toBe(true);
  });

  it('is told for each of its kind alone', () => {
    const [one, other] = [newestOf(), newestOf()];
    const isNewest = one.ask();
    other.ask();
    expect(isNewest()).toBe(true);
  });
});
