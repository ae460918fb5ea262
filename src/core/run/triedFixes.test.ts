/** What is offered was tried: it ends its finding, or lessens it where nothing ends it. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { applyChanges, newJob } from '../job';
import { emptyLibrary } from './library';
import { runJob } from './runJob';
import { withTriedFixes } from './triedFixes';

describe('tried fixes', () => {
  it('hold what makes a caution of a stop, where the material allows no more', () => {
    const plate = newJob({
      message: { kind: 'text', text: 'Fuel valve 2' },
      pair: findPair('brass', 'rotary-engraver')!,
    });
    const of = (job: typeof plate) =>
      withTriedFixes(runJob(job), emptyLibrary).findings.find(({ kind }) => kind === 'contrast')!;
    const bare = of(plate);
    expect(bare.severity).toBe('stop');
    expect(bare.fixes.map(({ label }) => label.join(''))).toEqual(['Fill the marks with black paint']);
    const painted = of(applyChanges(plate, bare.fixes[0]!.changes));
    // Black paint on brass: 36 % of the 40 % wanted (ISO/IEC 15415 symbol contrast; limits from simulated shots).
    expect(painted).toMatchObject({ severity: 'caution', fixes: [] });
  });

  it('hold nothing that leaves its finding as it was', () => {
    const tag = newJob({
      message: { kind: 'text', text: 'Rack 3, oars 9 to 16. Rinse with fresh water.' },
      pair: findPair('birch-plywood', 'co2-laser')!,
      pieceSizeMm: { width: 24, height: 24 },
    });
    for (const { kind, severity, fixes } of withTriedFixes(runJob(tag), emptyLibrary).findings)
      for (const { changes } of fixes) {
        const after = runJob(applyChanges(tag, changes)).findings.find((finding) => finding.kind === kind);
        expect([kind, severity, after?.severity ?? 'fine']).not.toEqual([kind, severity, severity]);
      }
  });
});
