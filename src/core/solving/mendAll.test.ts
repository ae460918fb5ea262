import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { logoAssets } from '../../node/logoAssets';
import { inWords, withFirst, withPlacement } from '../../testing/findings';
import { randomJobs } from '../../testing/randomJobs';
import { presets } from '../artwork';
import { worstSeverity } from '../finding';
import { applyChanges, itemsOf, newJob, type Job } from '../job';
import { findPair } from '../../content';
import { createLibrary, runJob } from '../run';
import { changesOf, mendAll } from './mendAll';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const plate = newJob({
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
  pair: findPair('black-anodised-aluminium', 'co2-laser'),
  pieceSizeMm: { width: 60, height: 40 },
});

describe('one click for all that is wrong', () => {
  it('puts right what several fixes would, and says which', async () => {
    const wrong: Job = {
      ...withPlacement(plate, { widthMm: 12 }),
      making: { ...plate.making, reversed: true },
    };
    const fixes = await mendAll(wrong, library);
    expect(fixes.length).toBeGreaterThan(1);
    expect(fixes.map(({ label }) => inWords(label, wrong.codes))).toContain('Mark the light modules');
    expect(worstSeverity(runJob(applyChanges(wrong, changesOf(fixes)), undefined, library).findings)).toBe(
      'fine',
    );
  });

  it('leaves out what a later step makes needless', async () => {
    // Too fine for the machine, and a style whose thinnest marks want a wider code still.
    const style = presets.find(({ id }) => id === 'rope')!.style;
    const tag = withFirst(
      newJob({
        message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
        pair: findPair('birch-plywood', 'co2-laser'),
        pieceSizeMm: { width: 80, height: 80 },
      }),
      { style },
    );
    const fixes = await mendAll(withPlacement(tag, { widthMm: 14 }), library);
    const widths = fixes.filter(({ label }) => /wide/.test(inWords(label, tag.codes)));
    expect(widths).toHaveLength(1);
  });

  it('takes nothing away that was put on, while a larger piece helps', async () => {
    // Walked: two words on a plate that its code fills.
    const items = itemsOf([
      { kind: 'words', text: 'Words', xMm: 'middle', yMm: 1, capitalMm: 3.3 },
      { kind: 'words', text: 'SCAN ME', xMm: 'middle', yMm: 1, capitalMm: 3.3 },
    ]);
    const full = withPlacement(plate, { widthMm: 29 });
    const crowded: Job = { ...full, piece: { ...full.piece, items } };
    const fixes = await mendAll(crowded, library);
    expect(fixes.length).toBeGreaterThan(0);
    const mended = applyChanges(crowded, changesOf(fixes));
    expect(mended.piece.items).toHaveLength(2);
    expect(worstSeverity(runJob(mended, undefined, library).findings)).toBe('fine');
  });

  it('is not offered where one fix says it, where nothing is wrong, and where something is let pass', async () => {
    expect(await mendAll(plate, library)).toEqual([]);
    expect(await mendAll({ ...plate, making: { ...plate.making, reversed: true } }, library)).toEqual([]);
    const passed: Job = {
      ...plate,
      making: { ...plate.making, reversed: true },
      overrides: [
        { kind: 'polarity', about: { on: 'piece' }, reason: 'A trial.', at: '2026-11-26T10:00:00Z' },
      ],
    };
    expect(await mendAll(passed, library)).toEqual([]);
  });

  it('is not offered when it does not come out: there is no message', async () => {
    expect(await mendAll(newJob({ message: { kind: 'web', address: '' } }), library)).toEqual([]);
  });

  it('leaves nothing wrong whenever it is offered', async () => {
    let offered = 0;
    await fc.assert(
      fc.asyncProperty(randomJobs, async (job) => {
        const items = itemsOf([{ kind: 'words', text: 'SCAN ME', yMm: -1, capitalMm: 3 }]);
        // What no fix can mend is left out: how long the material lasts, and what it is put around.
        const wrong: Job = {
          ...job,
          piece: { ...job.piece, items, bend: null },
          making: { ...job.making, lasts: null },
          reading: { ...job.reading, heightM: null },
        };
        const fixes = await mendAll(wrong, library);
        if (fixes.length === 0) return;
        offered++;
        const mended = applyChanges(wrong, changesOf(fixes));
        await library.load(mended);
        const { findings } = runJob(mended, undefined, library, 'none');
        const left = findings.filter(({ severity }) => severity !== 'fine').map(({ kind }) => kind);
        expect(left).toEqual([]);
      }),
      { seed: 2, numRuns: 6 },
    );
    expect(offered).toBeGreaterThan(1);
  });
});
