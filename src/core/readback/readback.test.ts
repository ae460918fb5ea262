/** Every format is written and read back by what did not write it; what comes out is what was to be written. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { filesOf } from '../../testing/files';
import { outputBinary } from '../../node/outputBinaries';
import { loadProofBinaries } from '../../node/proofBinaries';
import { newJob } from '../job';
import { startRenderer } from '../logo';
import { type FormatId } from '../output';
import { runJob, type TakeId } from '../run';
import { checkFile, interpreterOf } from '.';

const jobOn = (material: string, machine: string) =>
  newJob({
    name: 'Berth 17 plate',
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine)!,
    pieceSizeMm: { width: 60, height: 40 },
    codeWidthMm: 29,
  });

beforeAll(async () => {
  await startRenderer((await loadProofBinaries()).resvg);
});

const cases: readonly (readonly [FormatId, string, string])[] = [
  ['svg', 'black-anodised-aluminium', 'co2-laser'],
  ['svg-areas', 'black-anodised-aluminium', 'co2-laser'],
  ['pdf', 'white-vinyl', 'ink-jet-600dpi'],
  ['pdf-cmyk', 'white-vinyl', 'ink-jet-600dpi'],
  ['eps', 'birch-plywood', 'co2-laser'],
  ['dxf', 'black-vinyl-on-white', 'knife-plotter'],
  ['dxf-lines', 'birch-plywood', 'co2-laser'],
  ['dxf-r12', 'brass', 'rotary-engraver'],
  ['gcode', 'natural-slate', 'co2-laser'],
  ['gcode', 'brass', 'rotary-engraver'],
  ['png', 'natural-slate', 'co2-laser'],
  ['png-clear', 'white-vinyl', 'ink-jet-600dpi'],
  ['engraving', 'natural-slate', 'co2-laser'],
  ['label', 'direct-thermal-paper', 'label-printer-203dpi'],
  ['label-pbm', 'direct-thermal-paper', 'label-printer-203dpi'],
  ['jpg', 'natural-slate', 'co2-laser'],
  ['webp', 'natural-slate', 'co2-laser'],
  ['stl', 'white-filament-black', 'filament-printer'],
  ['3mf', 'white-filament-black', 'filament-printer'],
];

describe('every format', () => {
  it.each(cases)('%s of %s by %s', async (format, material, machine) => {
    const job = jobOn(material, machine);
    const result = runJob(job);
    const [file] = await filesOf(job, result, [format as TakeId]);
    const read = await (
      await interpreterOf(format)
    )(file!.bytes, {
      corner: { x: 0, y: 0 },
      heightMm: 40,
      tool: { lineMm: result.pair.process.lineIntervalMm ?? 0.1, tipMm: result.pair.machine.dotMm ?? 0 },
      wrappedMm: null,
      binary: outputBinary,
    });
    const checks = checkFile(format, read, file!.sheet!);
    expect(checks.filter(({ holds }) => !holds)).toEqual([]);
  });
});
