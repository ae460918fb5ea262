/**
 * Jobs whose outcome follows from what is known of fabrication and reading: contrast of the pair (under 20 % nothing is
 * promised, from 60 % all read), polarity, pixels a module (1.5 never, 5 always), quiet zone, curve, mirror. Shares of
 * simulated shots by an outside panel; common practice where nothing else is said.
 */
import { describe, expect, it } from '@jest/globals';
import { testReaders } from '../../testing/readSymbol';
import { findPair } from '../../content';
import { farthestMm } from '../camera';
import { newJob, type Job } from '../job';
import { voting } from '../readers';
import { proofSetup } from '../proving';
import { runJob } from '../run';
import { proveUntil } from './prove';
import { isDecided, type ProofReport } from './verdict';

const jobOn = (material: string, machine: string, change: Partial<Parameters<typeof newJob>[0]> = {}): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine)!,
    ...change,
  });
const moduleOf = (job: Job): number => runJob(job).made!.piece.codes[0]!.moduleMm;
const atPixels = (job: Job, pixels: number): Job => ({
  ...job,
  reading: { ...job.reading, distanceM: Number((farthestMm(moduleOf(job), pixels) / 1000).toFixed(3)) },
});

async function verdictOf(job: Job): Promise<ProofReport['verdict']> {
  const setup = proofSetup(job, runJob(job), null)!;
  const report = await proveUntil(setup, voting(await testReaders()), { isEnough: isDecided });
  expect(report!.readers.reduce((sum, { wrong }) => sum + wrong, 0)).toBe(0);
  return report!.verdict;
}

/** Contrast from 60 % up, or marks of black on white. */
const clear: readonly (readonly [string, string])[] = [
  ['direct-thermal-paper', 'label-printer-203dpi'],
  ['direct-thermal-paper', 'label-printer-300dpi'],
  ['white-paper', 'laser-printer-600dpi'],
  ['white-paper', 'ink-jet-600dpi'],
  ['white-vinyl', 'ink-jet-600dpi'],
  ['white-card', 'laser-printer-600dpi'],
  ['black-anodised-aluminium', 'co2-laser'],
  ['laminate-black-white', 'rotary-engraver'],
  ['laminate-black-white', 'rotary-v-60'],
  ['black-vinyl-on-white', 'knife-plotter'],
  ['white-filament-black', 'filament-printer'],
  ['clear-acrylic-dark-ground', 'co2-laser'],
];
/** Marks that hardly differ from the surface. */
const pale: readonly (readonly [string, string])[] = [
  ['brass', 'rotary-engraver'],
  ['brass', 'rotary-v-60'],
  ['clear-acrylic-light-ground', 'co2-laser'],
  ['clear-acrylic-light-ground', 'rotary-engraver'],
];
const some = clear.slice(0, 9).filter((_, index) => index % 2 === 0);

describe('a clean job', () => {
  it.each(clear)('on %s by %s reads', async (material, machine) => {
    expect(await verdictOf(jobOn(material, machine))).toBe('good');
  });

  it.each(pale)('on %s by %s, whose marks are hardly seen, is stopped', async (material, machine) => {
    expect(await verdictOf(jobOn(material, machine))).toBe('stop');
  });

  it.each(some)('on %s by %s at 5 pixels a module reads', async (material, machine) => {
    expect(await verdictOf(atPixels(jobOn(material, machine), 5))).toBe('good');
  });

  it.each(some)('on %s by %s at 1.5 pixels a module is stopped', async (material, machine) => {
    expect(await verdictOf(atPixels(jobOn(material, machine), 1.5))).toBe('stop');
  });

  it.each(some.slice(0, 4))('on %s by %s, mirrored, reads all the same', async (material, machine) => {
    const job = jobOn(material, machine);
    expect(await verdictOf({ ...job, making: { ...job.making, mirrored: true } })).toBe('good');
  });
});

describe('a reversed job', () => {
  it.each([
    ['black-anodised-aluminium', 'co2-laser'],
    ['natural-slate', 'co2-laser'],
    ['laminate-black-white', 'rotary-engraver'],
    ['clear-acrylic-dark-ground', 'co2-laser'],
  ])('on %s by %s is read by no plain reader', async (material, machine) => {
    const job = jobOn(material, machine);
    expect(await verdictOf({ ...job, making: { ...job.making, reversed: true } })).toBe('stop');
  });
});

describe('around something', () => {
  const label = (share: number): Job => {
    const job = jobOn('white-vinyl', 'ink-jet-600dpi', {
      codeWidthMm: 30,
      pieceSizeMm: { width: 42, height: 42 },
    });
    const diameterMm = 30 / share;
    return {
      ...job,
      piece: {
        ...job.piece,
        bend: { around: 'width', diameterMm, otherDiameterMm: diameterMm },
      },
    };
  };
  it.each([0.1, 0.2])('a code as wide as %s of it reads from aside, too', async (share) => {
    expect(await verdictOf(label(share))).toBe('good');
  });
  it.each([0.7, 0.9])('a code as wide as %s of it turns away', async (share) => {
    expect(await verdictOf(label(share))).toBe('stop');
  });
});

describe('what lies around the code', () => {
  it.each([
    ['white-vinyl', 'ink-jet-600dpi'],
    ['white-paper', 'laser-printer-600dpi'],
  ])('on %s by %s, cut off at its edge, is no quiet zone', async (material, machine) => {
    const job = jobOn(material, machine);
    const side = job.codes[0]!.placement.widthMm;
    expect(await verdictOf({ ...job, piece: { ...job.piece, widthMm: side, heightMm: side } })).toBe('stop');
  });
  it('of four modules is enough', async () => {
    const job = jobOn('white-vinyl', 'ink-jet-600dpi', {
      codeWidthMm: 29,
      pieceSizeMm: { width: 37, height: 37 },
    });
    expect(await verdictOf(job)).toBe('good');
  });
});
