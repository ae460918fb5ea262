import { describe, expect, it } from '@jest/globals';
import { jobForUse } from '../core/solving';
import { newJob, parseJob, withPieceOf } from '../core/job';
import { createLibrary, runJob } from '../core/run';
import { valuesOf } from '../core/plan';
import { logoAssets } from '../node/logoAssets';
import { findingLines } from '../testing/findings';
import { pairs } from './pairs';
import { uses } from './uses';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const all = pairs.map(valuesOf);
const address = (length: number) =>
  ({ kind: 'web', address: 'https://ternquay.example/'.padEnd(length, 'tide') }) as const;

describe('uses', () => {
  it('are job documents without a message', () => {
    for (const { job } of uses) expect(parseJob(structuredClone(job))).toEqual({ job });
  });

  // Short, usual and long addresses. A long one on a bottle turns away at its edges, whatever is done: that is said.
  it.each(
    uses.flatMap((use) =>
      (use.id === 'bottle-sticker' ? [26, 45] : [26, 45, 80]).map((length) => ({ ...use, length })),
    ),
  )('$name with $length characters: no stop, no caution', async ({ job, hasCall, length }) => {
    const begun = withPieceOf(newJob({ message: address(length) }), job, address(length));
    const made = await jobForUse(begun, 'code-1', library, all, hasCall);
    await library.load(made);
    const unfine = findingLines(runJob(made, undefined, library)).filter(
      ({ severity }) => severity !== 'fine',
    );
    expect(unfine.map(({ kind, text }) => `${kind}: ${text}`)).toEqual([]);
    expect([made.piece.widthMm, made.piece.heightMm]).toEqual([job.piece.widthMm, job.piece.heightMm]);
    expect(made.piece.items.length).toBe(hasCall ? 1 : 0);
  });

  it.each(uses)(
    '$name, laid out before its message is typed: only the code is laid out again',
    async (use) => {
      const empty = withPieceOf(newJob({ message: address(0) }), use.job, { kind: 'web', address: '' });
      const laid = await jobForUse(empty, 'code-1', library, all, use.hasCall);
      expect(laid.codes[0]!.message).toEqual({ kind: 'web', address: '' });
      expect(laid.piece.items.length).toBe(use.hasCall ? 1 : 0);
      const typed = withPieceOf(laid, use.job, address(40));
      const again = await jobForUse(typed, 'code-1', library, all, use.hasCall);
      await library.load(again);
      const { findings } = runJob(again, undefined, library);
      expect(findings.filter(({ severity }) => severity !== 'fine').map(({ kind }) => kind)).toEqual([]);
    },
  );
});
