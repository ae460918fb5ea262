import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  board,
  boardLibrary as library,
  runBoard as resultOf,
  words as plainWords,
} from '../../testing/board';
import { findingLines } from '../../testing/findings';
import { applyChanges, type ItemDraft, type Job } from '../job';
import { withTriedFixes } from '../run';
import { roomFix } from './freePlace';

const words = (text: string, change: object = {}): ItemDraft => plainWords(text, { capitalMm: 4, ...change });
const unfine = async (job: Job): Promise<string[]> =>
  findingLines(await resultOf(job))
    .filter(({ severity }) => severity !== 'fine')
    .map(({ kind }) => kind);
const fixOf = async (job: Job, id: string) => {
  const { made } = await resultOf(job);
  const item = made!.piece.items.find((each) => each.id === id)!;
  return roomFix({ piece: made!.piece, settings: job.piece }, item);
};

describe('room for an item', () => {
  it('is where it stands when nothing is in its way', async () => {
    expect(await fixOf(board([words('Berth 17', { yMm: 6 })]), 'words-1')).toBeNull();
  });

  it('is the nearest place that is free, with the middle kept where that can be', async () => {
    const job = board([words('Berth 17', { yMm: 30 })]);
    const fix = (await fixOf(job, 'words-1'))!;
    const moved = applyChanges(job, fix.changes);
    const [item] = moved.piece.items as { xMm: unknown; yMm: number }[];
    expect(item!.xMm).toBe('middle');
    expect(item!.yMm < 13 || item!.yMm > 53).toBe(true);
    expect(await unfine(moved)).toEqual([]);
  });

  it('counts shapes, not boxes: an anchor, open at its lower corners, may reach around the corner of a field', async () => {
    const anchorAt = (yMm: number): Job =>
      board([{ kind: 'art', source: { kind: 'icon', icon: 'anchor' }, xMm: 18.4, yMm, widthMm: 9 }]);
    expect(await fixOf(anchorAt(8), 'art-1')).toBeNull();
    const inTheWay = anchorAt(9);
    const fix = (await fixOf(inTheWay, 'art-1'))!;
    const moved = applyChanges(inTheWay, fix.changes);
    const [item] = moved.piece.items as { xMm: number; yMm: number }[];
    expect(item!.xMm).toBeLessThan(18.4);
    // The field begins at 26.5 and 16.5 mm: boxes alone would have moved it further.
    expect(item!.xMm + 9).toBeGreaterThan(26.5);
    expect(item!.yMm + 9).toBeGreaterThan(16.5);
    expect(await unfine(moved)).toEqual([]);
  });

  it('is beside the code where there is none above or below it', async () => {
    const job = board([words('17', { yMm: 20, capitalMm: 3 })], { heightMm: 40 });
    const fix = (await fixOf(job, 'words-1'))!;
    const moved = applyChanges(job, fix.changes);
    expect(await unfine(moved)).toEqual([]);
    expect((moved.piece.items[0] as { xMm: unknown }).xMm).not.toBe('middle');
  });

  it('is made by a higher piece where there is none, and the item goes to its foot', async () => {
    const job = board([words('Ternquay Boatyard', { yMm: 2, fit: 'width', widthMm: 38 })], {
      widthMm: 40,
      heightMm: 40,
    });
    const fix = (await fixOf(job, 'words-1'))!;
    expect(fix.changes.map(({ on }) => on)).toEqual(['piece', 'item']);
    expect(await unfine(applyChanges(job, fix.changes))).toEqual([]);
  });

  it('never leaves an item over anything, whatever lies on a piece', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            text: fc.constantFrom('Berth 17', 'SCAN ME', 'Tide tables', 'A'),
            yMm: fc.integer({ min: -4, max: 66 }),
            xMm: fc.oneof(fc.constant('middle' as const), fc.integer({ min: -5, max: 80 })),
            capitalMm: fc.integer({ min: 2, max: 7 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.constantFrom('rectangle' as const, 'ellipse' as const),
        async (drafts, outline) => {
          const plain = board(drafts.map(({ text, ...more }) => words(text, more)));
          const job: Job =
            outline === 'rectangle'
              ? plain
              : { ...plain, piece: { ...plain.piece, outline: { kind: 'ellipse' } } };
          const id = `words-${drafts.length}`;
          const fix = await fixOf(job, id);
          if (fix === null || fix.changes.length > 1) return;
          const after = findingLines(await resultOf(applyChanges(job, fix.changes)));
          const about = after.filter(
            ({ kind, severity, about: whom }) =>
              severity !== 'fine' &&
              'id' in whom &&
              whom.id === id &&
              // How large it is it was before.
              kind !== 'piece-strokes',
          );
          expect(about.map(({ kind, text }) => [kind, text])).toEqual([]);
        },
      ),
      { seed: 23, numRuns: 12 },
    );
  });
});

describe('things over each other', () => {
  it('are named with all that they lie over, and moving is offered first', async () => {
    const job = board([
      words('One', { yMm: 4 }),
      words('Two', { yMm: 4 }),
      { kind: 'art', source: { kind: 'icon', icon: 'anchor' }, xMm: 40, yMm: 2, widthMm: 10 },
    ]);
    const overlaps = findingLines(withTriedFixes(await resultOf(job), library)).filter(
      ({ kind }) => kind === 'piece-overlap',
    );
    expect(overlaps.map(({ about }) => 'id' in about && about.id)).toEqual(['words-2', 'art-3']);
    expect(overlaps[1]!.text).toMatch(/lies over the words “One”, the words “Two”/);
    expect(overlaps[1]!.fixes[0]!.label).toMatch(/^Move the .* where there is room$/);
    const mended = applyChanges(job, overlaps[1]!.fixes[0]!.changes);
    const left = findingLines(await resultOf(mended)).filter(({ kind }) => kind === 'piece-overlap');
    expect(left.map(({ about }) => 'id' in about && about.id)).toEqual(['words-2']);
  });
});
