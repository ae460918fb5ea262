/** Reports of workers come by one port and answers by another: the tests send them in every order. */
import { describe, expect, it } from '@jest/globals';
import { isDecided, type ProofReport, type ShotNumbers } from '../core/proof';
import { sharedShots, type ShotTaker } from './sharedShots';

/** What one reader of one taker made of so many shots, all read. */
const reportAfter = (shots: number, { ofShots }: Pick<ShotNumbers, 'ofShots'>): ProofReport => ({
  distanceM: 0.25,
  shots,
  ofShots,
  pixelsPerModule: 5,
  verdict: 'good',
  readers: [{ id: 'zbar', name: 'ZBar', votes: true, read: shots, wrong: 0, state: 'prompt' }],
});

/** Takes every shot that it is asked for; its last report is told before or after the answer. */
const takerWhoTellsLast =
  (order: 'before' | 'after' | 'never'): ShotTaker =>
  (numbers, tell) => {
    const shots = Math.floor((numbers.ofShots - numbers.first) / numbers.step) + 1;
    const last = reportAfter(shots, numbers);
    tell(reportAfter(4, numbers));
    if (order === 'before') tell(last);
    if (order === 'after') setTimeout(() => tell(last), 5);
    return Promise.resolve(last);
  };

describe('shots that are shared out', () => {
  it.each(['before', 'after', 'never'] as const)(
    'are all counted when the last report is told %s the answer',
    async (order) => {
      const told: number[] = [];
      const all = await sharedShots(
        [takerWhoTellsLast('before'), takerWhoTellsLast(order)],
        {
          first: 1,
          ofShots: 20,
        },
        { tell: ({ shots }) => told.push(shots) },
      );
      expect(all).toMatchObject({ shots: 20, readers: [{ read: 20 }] });
      await new Promise((resolve) => setTimeout(resolve, 10));
      // Nothing is told after the end, and never fewer than before.
      expect(told.at(-1)).toBe(20);
      expect([...told].sort((a, b) => a - b)).toEqual(told);
    },
  );

  it('are each taken once', async () => {
    const asked: ShotNumbers[] = [];
    const taker: ShotTaker = (numbers, tell) => {
      asked.push(numbers);
      return takerWhoTellsLast('never')(numbers, tell);
    };
    await sharedShots([taker, taker, taker], { first: 21, ofShots: 40 });
    expect(asked.map(({ first, step, ofShots }) => [first, step, ofShots])).toEqual([
      [21, 3, 40],
      [22, 3, 40],
      [23, 3, 40],
    ]);
  });

  it('end where the rest cannot change the verdict, whoever is still shooting', async () => {
    const endless: ShotTaker = () => new Promise(() => {});
    const all = await sharedShots(
      [(numbers, tell) => takerWhoTellsLast('never')({ ...numbers, step: 1 }, tell), endless],
      { first: 1, ofShots: 20 },
      { isEnough: isDecided },
    );
    expect(all?.shots).toBe(20);
  });

  it('are nothing when one could not shoot, and fail when one fails', async () => {
    const unable: ShotTaker = () => Promise.resolve(null);
    const broken: ShotTaker = () => Promise.reject(new Error('no worker'));
    const numbers = { first: 1, ofShots: 20 };
    expect(await sharedShots([takerWhoTellsLast('never'), unable], numbers)).toBeNull();
    await expect(sharedShots([takerWhoTellsLast('never'), broken], numbers)).rejects.toThrow('no worker');
  });
});
