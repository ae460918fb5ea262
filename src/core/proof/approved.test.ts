/**
 * Photographs and counts of readings as they were looked at and found right; not a check against the outside. It shows a
 * change that nobody meant to make: when one is meant, look at the pictures, then write it anew with
 * `npm run unit -- src/core/proof/approved -u`.
 */
import { describe, expect, it } from '@jest/globals';
import { somePairs } from '../../testing/board';
import { testReaders } from '../../testing/readSymbol';
import { withFirst } from '../../testing/findings';
import { presets } from '../artwork';
import { newJob, type Job } from '../job';
import { findPair } from '../../content';
import { proofSetup } from '../proving';
import { runJob } from '../run';
import type { Frame } from '../camera';
import { prove, takePicture } from './prove';

const jobOn = (material: string, machine: string): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine),
  });

/** Mean red, green and blue of squares of the picture, as hexadecimal digits of 16 steps. */
function mosaic({ width, height, rgba }: Frame): string[] {
  const across = 16;
  return Array.from({ length: across }, (_, row) =>
    Array.from({ length: across }, (__, column) => {
      const sums = [0, 0, 0];
      let count = 0;
      for (let y = Math.floor((row * height) / across); y < Math.floor(((row + 1) * height) / across); y++)
        for (
          let x = Math.floor((column * width) / across);
          x < Math.floor(((column + 1) * width) / across);
          x++
        ) {
          for (const channel of [0, 1, 2]) sums[channel]! += rgba[(y * width + x) * 4 + channel]!;
          count++;
        }
      return sums.map((sum) => Math.floor(sum / count / 16).toString(16)).join('');
    }).join(' '),
  );
}

describe('a photograph', () => {
  const coloured = (job: Job): Job => {
    const [code] = job.codes;
    const { style } = presets.at(-1)!;
    const paint = { ...style.paint, modules: { kind: 'solid' as const, colour: '#14385c' } };
    return withFirst(job, { style: { ...code!.style, paint } });
  };
  const vinyl = jobOn('white-vinyl', 'ink-jet-600dpi');
  const acrylic = jobOn('clear-acrylic-dark-ground', 'co2-laser');
  const tag = jobOn('natural-slate', 'co2-laser');
  const scenes: readonly (readonly [string, Job, number])[] = [
    ['a vinyl sticker in colour', coloured(vinyl), 0.3],
    ['a label of whole dots', jobOn('direct-thermal-paper', 'label-printer-203dpi'), 0],
    ['clear acrylic from behind', { ...acrylic, making: { ...acrylic.making, mirrored: true } }, 1.9],
    ['slate cut close around', { ...tag, piece: { ...tag.piece, outline: { kind: 'circle' } } }, 0.8],
  ];
  it.each(scenes)('of %s', async (_, job, turn) => {
    const setup = proofSetup(job, runJob(job), 3)!;
    const { frame } = await takePicture(setup, await testReaders(), turn, 'code-1');
    expect([`${frame.width} x ${frame.height}`, ...mosaic(frame)]).toMatchSnapshot();
  });
});

describe('a proof from farther than is asked', () => {
  it.each(somePairs.map(({ material, machine }) => [material.id, machine.id] as const))(
    'of %s by %s',
    async (material, machine) => {
      const job = jobOn(material, machine);
      const { moduleMm } = runJob(job).made!.piece.codes[0]!;
      // About two and a half pixels a module: some readers read, some do not.
      const far: Job = {
        ...job,
        reading: { distanceM: Number(((1478 * moduleMm) / 2500).toFixed(2)), heightM: null },
      };
      const lines: string[] = [];
      for await (const report of prove(proofSetup(far, runJob(far), 2)!, await testReaders()))
        lines.push(
          `${report.shots} shots at ${report.pixelsPerModule} px: ${report.verdict}; ${report.readers
            .map(({ id, read, wrong, state }) => `${id} ${read} read ${wrong} wrong ${state}`)
            .join(', ')}`,
        );
      expect(lines).toMatchSnapshot();
    },
  );
});
