import { describe, expect, it } from '@jest/globals';
import { readersThatMissed } from './inWords';

describe('readers that missed shots', () => {
  it.each([
    [[3], 3, 'one reader in three read only 3 of 20 shots'],
    [[12, 3], 3, 'two readers in three read only 3 and 12 of 20 shots'],
    [[0, 12, 3], 3, 'all three readers read none, 3 and 12 of 20 shots'],
    [[0, 0, 0], 3, 'all three readers read none of 20 shots'],
    [[5, 5], 4, 'two readers in four read only 5 of 20 shots'],
    [[7], 1, 'the reader read only 7 of 20 shots'],
  ])('%j of a panel of %d', (read, panel, sentence) => {
    expect(readersThatMissed(read, panel, 20)).toBe(sentence);
  });
});
