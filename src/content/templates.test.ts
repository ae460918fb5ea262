import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../node/logoAssets';
import { parseJob } from '../core/job';
import { createLibrary, runJob } from '../core/run';
import { findingLines } from '../testing/findings';
import { templates } from './templates';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));

describe('templates', () => {
  it('are twelve, each a job document', () => {
    expect(new Set(templates.map(({ id }) => id)).size).toBe(12);
    for (const { job } of templates) expect(parseJob(structuredClone(job))).toEqual({ job });
  });

  it.each(templates)(
    '$name: no stop, nothing missing, only cautions that lie in the thing itself',
    async ({ id, job }) => {
      await library.load(job);
      const result = runJob(job, undefined, library);
      const { made } = result;
      const unfine = findingLines(result).filter(({ severity }) => severity !== 'fine');
      // Two codes on one plate that is held in the hand are always in one view.
      const known = id === 'instrument-plate' ? ['piece-codes'] : [];
      expect(
        unfine
          .map(({ kind, text }) => `${kind}: ${text}`)
          .filter((line) => !known.includes(line.split(':')[0]!)),
      ).toEqual([]);
      for (const item of made!.piece.items)
        expect([item.name, [...item.area, ...item.lines].length > 0]).toEqual([item.name, true]);
    },
  );
});
