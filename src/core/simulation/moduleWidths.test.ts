/**
 * The test of truth: what a simulated machine makes of the very file has modules as wide as they were meant, for every
 * material on every machine; and without compensation they are off by the growth.
 */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { pairs } from '../../content';
import { loadProofBinaries } from '../../node/proofBinaries';
import { newJob, plainLook, type Job } from '../job';
import { pairOf, valuesOf, type Pair } from '../plan';
import { machineModelOf } from '../proving';
import { runJob } from '../run';
import { svgOfJob } from '../files';
import { moduleWidths, type ModuleWidths } from './moduleWidths';
import { startProof } from '../proof';

beforeAll(async () => {
  await startProof(await loadProofBinaries());
});

const jobOn = (pair: Pair): Job => {
  const job = newJob({ message: { kind: 'text', text: 'hull 17' }, pair, look: plainLook });
  // Bridges are meant to be there; here the marks are measured.
  return { ...job, making: { ...job.making, bridged: false } };
};

/** `drawn` is what the file is made for, `made` what makes it. */
function measured(drawn: Pair, made: Pair): ModuleWidths & { moduleMm: number } {
  const job = jobOn(drawn);
  const result = runJob(job);
  const { placed, symbol } = result.made!.codes[0]!;
  const { code } = placed;
  const mirrored = result.made!.plan.mirrored
    ? { ...code, x: result.made!.piece.widthMm - code.x - code.width }
    : code;
  const svg = svgOfJob(job, result, null)!;
  // Edges wander: of one row of modules the mean is off by a few in a hundred.
  const found = [1, 2, 3, 4].map((seed) =>
    moduleWidths(svg, mirrored, symbol.size, machineModelOf(made, seed)),
  );
  const mean = (of: keyof ModuleWidths): number =>
    found.reduce((sum, widths) => sum + widths[of] / found.length, 0);
  return { markedMm: mean('markedMm'), bareMm: mean('bareMm'), moduleMm: placed.moduleMm };
}

const withoutGrowth = (pair: Pair): Pair => {
  const { machine, process, ...rest } = valuesOf(pair);
  return pairOf({
    ...rest,
    machine: { ...machine, halfAngleDegrees: null },
    process: { ...process, growthMm: 0 },
  });
};

describe.each(pairs.map((pair) => [pair.profile, pair] as const))('%s', (_, pair) => {
  it('makes modules as wide as they are meant', () => {
    const { markedMm, bareMm, moduleMm } = measured(pair, pair);
    const tolerance = pair.machine.dotMm === null ? 0.05 * moduleMm : pair.machine.dotMm / 2;
    expect(Math.abs(markedMm - moduleMm)).toBeLessThan(tolerance);
    expect(markedMm + bareMm).toBeCloseTo(2 * moduleMm, 6);
    if (pair.machine.dotMm === null) return;
    // Whole dots: never worse than a file that takes nothing back.
    const { markedMm: asDrawn } = measured(withoutGrowth(pair), pair);
    expect(Math.abs(markedMm - moduleMm)).toBeLessThanOrEqual(Math.abs(asDrawn - moduleMm) + 1e-9);
  });

  it('would make them too wide by the growth on both edges if the file did not take it back', () => {
    const { markedMm, moduleMm } = measured(withoutGrowth(pair), pair);
    expect(Math.abs(markedMm - moduleMm - 2 * pair.edgeGrowthMm)).toBeLessThan(0.05 * moduleMm);
  });
});
