/** What a finding measures and requires says the same as its severity, on jobs of all kinds. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { logoAssets } from '../../node/logoAssets';
import { randomJobs } from '../../testing/randomJobs';
import { findingKey, findingKinds } from '../finding';
import { newJob, pairOfJob } from '../job';
import { pairs } from '../../content';
import { createLibrary, runJob } from '../run';
import { symbolContrast } from './contrast';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));

/** A little on the wrong side of a limit counts as on it. */
const slack = 1e-4;

describe('measured beside required', () => {
  it('tells whether a limit is kept', async () => {
    const kinds = new Set<string>();
    await fc.assert(
      fc.asyncProperty(randomJobs, async (job) => {
        await library.load(job);
        const { findings } = runJob(job, undefined, library, 'none');
        // Every row stands under one of the three answers.
        for (const { kind } of findings) expect(findingKinds).toContain(kind);
        // Fixes and overrides go by the key.
        expect(new Set(findings.map(findingKey)).size).toBe(findings.length);
        for (const finding of findings) {
          const { measured, required, severity } = finding;
          if ('words' in measured || 'words' in required || required.comparison === undefined) continue;
          kinds.add(finding.kind);
          expect(measured.unit).toBe(required.unit);
          const [value, limit] = [measured.value, required.value];
          const spare =
            required.comparison === '>='
              ? value - limit
              : required.comparison === '<='
                ? limit - value
                : -Math.abs(value - limit);
          const told = [findingKey(finding), value, required.comparison, limit, severity];
          if (severity === 'fine') expect([spare >= -slack, told]).toEqual([true, told]);
          else expect([spare <= slack, told]).toEqual([true, told]);
        }
      }),
      { numRuns: 40, seed: 11 },
    );
    expect(kinds.size).toBeGreaterThan(18);
  });

  it('is in the unit that it says: contrast in hundredths', () => {
    for (const pair of pairs) {
      const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' }, pair });
      const found = runJob(job).findings.find(({ kind }) => kind === 'contrast')!;
      const contrast = symbolContrast(pairOfJob(job).groundColour, pair.markColour);
      expect(found.measured).toEqual({ value: expect.closeTo(contrast * 100, 9), unit: '%' });
    }
  });
});
