/**
 * Traces of many jobs: short sums of what is said of each, of its file, and of a photograph of it. They show that something
 * changed, not what; `readout.test.ts` shows that. Not a check against the outside. When a change is meant, write them anew
 * with `npm run unit -- src/content/traces -u`.
 */
import { createHash } from 'node:crypto';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Paint } from '../core/artwork';
import type { Job } from '../core/job';
import { photographed } from '../testing/photographed';
import { filesOf } from '../testing/files';
import { createLibrary, runJob, withTriedFixes } from '../core/run';
import { pressView } from '../engine/pressView';
import { logoAssets } from '../node/logoAssets';
import { randomJobs } from '../testing/randomJobs';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const sumOf = (value: unknown): string =>
  createHash('sha256')
    .update(value instanceof Uint8Array ? value : JSON.stringify(value, rounded))
    .digest('hex')
    .slice(0, 8);

/** Nine digits tell what is meant; the last few of a sine may differ between processors. Addresses of pictures are new each time. */
const rounded = (key: string, value: unknown): unknown =>
  key === 'pictureUrl' ? '' : typeof value === 'number' ? Number(value.toPrecision(9)) : value;

/** Messages in every mode of ISO/IEC 18004, and mixes of them. */
const texts = [
  '20261126',
  'TERNQUAY-17 $%*+-./:',
  'https://ternquay.example/berth/17?tide=high',
  '桟橋十七番',
  'Slip 17 桟橋 20261126 BERTH',
  'Größe: 17 m, außen ⚓',
  '7'.repeat(300),
  'MOORINGS '.repeat(40),
];
const stops = [
  { at: 0, colour: '#14385c' },
  { at: 0.6, colour: '#1f7a6d' },
  { at: 1, colour: '#22303a' },
];
const paints: readonly (Paint | null)[] = [
  null,
  { kind: 'linear', angleDegrees: 30, stops },
  { kind: 'radial', stops },
  { kind: 'square', stops },
];

/** The job with another message, and in other paint. */
function varied(job: Job, place: number): Job {
  const codes = job.codes.map((code, index) => ({
    ...code,
    message: { kind: 'text' as const, text: texts[(place + index) % texts.length]! },
    symbol: { ...code.symbol, eci: place % 3 === 0, mask: place % 5 === 0 ? place % 8 : code.symbol.mask },
    style: {
      ...code.style,
      paint: { ...code.style.paint, modules: paints[place % paints.length] ?? code.style.paint.modules },
    },
  }));
  return { ...job, codes } as Job;
}

async function trace(job: Job, place: number): Promise<string> {
  await library.load(job);
  const result = runJob(job, undefined, library);
  const said = withTriedFixes(result, library).findings;
  const files = result.made === null ? null : await filesOf(job, result, ['svg'], 1);
  const parts = [
    sumOf(said),
    files === null ? 'no file' : sumOf(files.map(({ name, bytes }) => [name, sumOf(bytes)])),
    sumOf(pressView(result, job.codes.at(-1)!.id, true)),
    sumOf(result.made?.codes.map(({ fitRanges }) => fitRanges())),
  ];
  if (place % 3 === 0) parts.push(sumOf(await photographed(job, result)));
  return parts.join(' ');
}

describe('traces', () => {
  it.each(fc.sample(randomJobs, { seed: 4127, numRuns: 32 }).map((job, place) => [place, job] as const))(
    'of job %i',
    async (place, job) => {
      expect(await trace(varied(job, place), place)).toMatchSnapshot();
    },
  );
});
