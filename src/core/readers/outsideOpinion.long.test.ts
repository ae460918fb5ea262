/**
 * OpenCV's detector has no vote; it looks at the same simulated photographs. Where the panel is sure, either way, an opinion
 * from outside has to agree: otherwise pictures would be made for our own readers.
 */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { openCvReader } from '../../testing/openCv';
import { testReaders } from '../../testing/readSymbol';
import { newJob, type Job } from '../job';
import { openStudio, plainCondition, shootAll, trialOf } from '../proof';
import { proofSetup } from '../proving';
import { runJob } from '../run';
import { voting, type Reader } from './reader';

let readers: readonly Reader[];
beforeAll(async () => {
  readers = [...voting(await testReaders()), await openCvReader()];
});

const shots = 12;
/** Of so many shots, how many each of the panel and OpenCV read. */
async function read(
  job: Job,
  distanceM = job.reading.distanceM,
): Promise<{ panel: number[]; outside: number; wrong: number }> {
  const setup = proofSetup(job, runJob(job), null)!;
  const studio = openStudio(setup);
  const counts = readers.map(() => 0);
  let wrong = 0;
  for (let number = 1; number <= shots; number++) {
    const [readings] = await shootAll(studio, readers, trialOf(setup, plainCondition(distanceM)), number);
    readings!.forEach((reading, place) => {
      if (reading.read) counts[place]!++;
      else if (reading.text !== null && reading.text !== '') wrong++;
    });
  }
  return { panel: counts.slice(0, -1), outside: counts.at(-1)!, wrong };
}
const jobOn = (material: string, machine: string, codeWidthMm: number): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/slip/7' },
    pair: findPair(material, machine)!,
    codeWidthMm,
  });

describe('an opinion from outside', () => {
  it.each([
    ['white-vinyl', 'ink-jet-600dpi', 25],
    ['direct-thermal-paper', 'label-printer-203dpi', 25],
    ['birch-plywood', 'co2-laser', 30],
    ['black-anodised-aluminium', 'fibre-laser', 25],
  ])('reads what the panel reads promptly: %s by %s, %d mm', async (material, machine, width) => {
    const { panel, outside, wrong } = await read(jobOn(material, machine, width));
    expect(Math.min(...panel)).toBeGreaterThanOrEqual(0.8 * shots);
    // It takes less tilt than they do (docs/readers.md).
    expect(outside).toBeGreaterThanOrEqual(0.6 * shots);
    expect(wrong).toBe(0);
  });

  it('does not read what the panel does not: from three times too far, it reads as little', async () => {
    const job = jobOn('white-vinyl', 'ink-jet-600dpi', 25);
    const { panel, outside, wrong } = await read(job, 1.1);
    expect(Math.max(...panel)).toBeLessThanOrEqual(0.2 * shots);
    expect(outside).toBeLessThanOrEqual(0.2 * shots);
    expect(wrong).toBe(0);
  });
});
