/** Writing the files of a version 10 piece, format by format. */
import { findPair } from '../src/content';
import { newJob, type Job } from '../src/core/job';
import { emptyLibrary, runJob } from '../src/core/run';
import { makeFiles, type DownloadId } from '../src/core/files';
import { outputBinary } from '../src/node/outputBinaries';
import { sampleLengths, sampleMessage } from './encoders';
import type { PressRow } from './pipeline';
import { quantile } from './timing';

/** Most of a budget is for files of outlines; bodies take longer to unite. */
const [outlinesMs, bodiesMs] = [60, 400];
const rounds = 25;

const pieceOn = (material: string, machine: string): Job =>
  newJob({
    message: { kind: 'web', address: sampleMessage(sampleLengths[10]) },
    pair: findPair(material, machine)!,
    codeWidthMm: 60,
    pieceSizeMm: { width: 90, height: 90 },
  });

export async function fileRows(): Promise<readonly PressRow[]> {
  const plate = pieceOn('black-anodised-aluminium', 'co2-laser');
  const token = pieceOn('white-filament-black', 'filament-printer');
  const rows: readonly (readonly [DownloadId, Job, number | null])[] = [
    ['svg', plate, outlinesMs],
    ['pdf', plate, outlinesMs],
    ['dxf', plate, outlinesMs],
    ['eps', plate, null],
    ['gcode', plate, null],
    ['stl', token, bodiesMs],
    ['3mf', token, bodiesMs],
  ];
  const measured: PressRow[] = [];
  for (const [take, job, budgetMs] of rows) {
    const samples: number[] = [];
    let version = 0;
    for (let round = 0; round < rounds; round++) {
      // Ran anew each time: what is planned on demand is planned for every file.
      const result = runJob(job);
      version = result.made!.codes[0]!.symbol.version;
      const start = performance.now();
      await makeFiles(
        job,
        { ...result, heldBackBy: [] },
        { revision: 1, formats: [take], library: emptyLibrary, binary: outputBinary },
      );
      // The first loads what writes it.
      if (round > 1) samples.push(performance.now() - start);
    }
    measured.push({
      name: `${take.toUpperCase()} of a version ${version} piece`,
      medianMs: quantile(samples, 0.5),
      p95Ms: quantile(samples, 0.95),
      budgetMs,
    });
  }
  return measured;
}
