/** What a machine does in order: from a program, and from a drawing. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { outputBinary } from '../../node/outputBinaries';
import { newJob, type Job } from '../job';
import { emptyLibrary, runJob } from '../run';
import { watchMachine, type Watched } from '../proving';
import { machineKinds, type MachineKindId } from '../plan';
import { numbersPerWay, type MachineRun } from '.';

const jobOn = (material: string, machine: string): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine)!,
    pieceSizeMm: { width: 60, height: 40 },
    codeWidthMm: 29,
  });
const watched = async (material: string, machine: string): Promise<Watched> => {
  const job = jobOn(material, machine);
  return (await watchMachine(job, runJob(job), emptyLibrary, outputBinary))!;
};
async function runOf(material: string, machine: string): Promise<MachineRun> {
  const run = await watched(material, machine);
  if (run.kind !== 'ways') throw new Error(run.kind);
  return run.run;
}
const wayOf = ({ ways }: MachineRun, way: number): readonly number[] => [
  ...ways.subarray(way * numbersPerWay, (way + 1) * numbersPerWay),
];

describe('a run of a machine', () => {
  it.each([
    ['birch-plywood', 'co2-laser'],
    ['laminate-black-white', 'rotary-engraver'],
    ['black-vinyl-on-white', 'knife-plotter'],
    ['natural-slate', 'blast-mask'],
    ['stencil-card', 'co2-laser-through'],
  ])('goes on where the last way ended, in rising time: %s by %s', async (material, machine) => {
    const run = await runOf(material, machine);
    const count = run.ends.length;
    expect(run.ways).toHaveLength(count * numbersPerWay);
    const isNext = (way: number): boolean => {
      const [[, , x, y], [fromX, fromY]] = [wayOf(run, way - 1), wayOf(run, way)];
      return run.ends[way]! >= run.ends[way - 1]! && fromX === x && fromY === y;
    };
    const others = Array.from({ length: count - 1 }, (_, index) => index + 1).filter((way) => !isNext(way));
    expect(others).toEqual([]);
    expect(run.parts.map(({ first }) => first)).toEqual(
      [...run.parts.map(({ first }) => first)].sort((a, b) => a - b),
    );
  });

  it('marks first and cuts the piece out at the end', async () => {
    const { parts } = await runOf('birch-plywood', 'co2-laser');
    expect(parts.map(({ name }) => name)).toEqual(['MARK', 'CUT']);
    expect((await runOf('black-vinyl-on-white', 'knife-plotter')).parts.map(({ name }) => name)).toEqual([
      'KISS-CUT',
      'CUT',
    ]);
  });

  it('follows the edge of a knife for as long as it is, at its speed', async () => {
    const run = await runOf('black-vinyl-on-white', 'knife-plotter');
    const { cutMmPerS } = findPair('black-vinyl-on-white', 'knife-plotter')!.process;
    let [length, seconds] = [0, 0];
    run.ends.forEach((end, way) => {
      const [fromX, fromY, toX, toY, marks] = wayOf(run, way) as [number, number, number, number, number];
      if (marks === 0 || way < run.parts[1]!.first) return;
      length += Math.hypot(toX - fromX, toY - fromY);
      seconds += end - run.ends[way - 1]!;
    });
    // By hand: once around 60 x 40 mm is 200 mm.
    expect(length).toBeCloseTo(200, 1);
    expect(seconds).toBeCloseTo(200 / cutMmPerS!, 2);
  });

  it('is bodies where a piece is built, with the layer at which the colour changes', async () => {
    const seen = await watched('white-filament-black', 'filament-printer');
    if (seen.kind !== 'bodies') throw new Error(seen.kind);
    expect(seen.bodies.map(({ name }) => name)).toEqual(['base', 'marks']);
    expect(seen.bodies.map(({ colour }) => colour)).toHaveLength(2);
    expect(seen.changesAt).toHaveLength(1);
    for (const { triangles } of seen.bodies) expect(triangles.length % 9).toBe(0);
  });

  it('is not there for machines that make all at once', async () => {
    const job = jobOn('white-paper', 'laser-printer-600dpi');
    expect(await watchMachine(job, runJob(job), emptyLibrary, outputBinary)).toBeNull();
    const kinds = Object.keys(machineKinds) as MachineKindId[];
    expect(kinds.filter((kind) => machineKinds[kind].watchedFormat === null)).toEqual(['printer', 'stamp']);
  });
});
