/**
 * What is said of jobs of all kinds, and what the machine is told, as it was read by a person and found right. Not a check
 * against the outside: it shows a change that nobody meant to make. When one is meant, read what differs, then write it
 * anew with `npm run unit -- src/content/readout -u`.
 */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { boundsOf, regionArea } from '../core/geometry';
import type { Quantity } from '../core/finding';
import type { Job } from '../core/job';
import { isLine, markedModules, type Operation } from '../core/plan';
import { createLibrary, runJob, withTriedFixes } from '../core/run';
import { logoAssets } from '../node/logoAssets';
import { findingLines } from '../testing/findings';
import { randomJobs } from '../testing/randomJobs';
import { templates } from './templates';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));

const short = (value: number): string => String(Number(value.toPrecision(6)));

const quantity = (given: Quantity): string =>
  'words' in given
    ? given.words
    : `${given.comparison ?? ''} ${short(given.value)} ${given.unit}${given.of === undefined ? '' : ` of ${given.of}`}`.trim();

function operationLine(operation: Operation): string {
  const contours = isLine(operation) ? operation.lines : operation.area;
  const box = boundsOf(contours);
  const nodes = contours.reduce((sum, { length }) => sum + length, 0);
  const area = contours.reduce((sum, contour) => sum + regionArea([contour]), 0);
  const place = box === null ? 'nothing' : [box.x, box.y, box.width, box.height].map(short).join(' ');
  const ink = isLine(operation) ? '' : `, ${operation.ink.kind}`;
  return `${operation.kind} ${operation.label}${ink}: ${contours.length} outlines, ${nodes} nodes, ${short(area)} mm² in ${place}`;
}

async function readout(job: Job): Promise<string> {
  await library.load(job);
  const result = withTriedFixes(runJob(job, undefined, library), library);
  const lines = findingLines(result).map(
    ({ kind, about, station, severity, title, text, fixes, source }, place) => {
      const { measured, required } = result.findings[place]!;
      return [
        `${severity}: ${kind} of ${'id' in about ? about.id : about.on} (${station}, ${title}): ${quantity(measured)}, needs ${quantity(required)} [${source.tag} ${source.text}]`,
        `    ${text}`,
        ...fixes.map(({ label, changes }) => `    > ${label}: ${JSON.stringify(changes)}`),
      ].join('\n');
    },
  );
  const made = result.made;
  if (made === null) return ['nothing made', ...lines].join('\n');
  const { plan } = made;
  return [
    ...made.codes.map(
      ({ id, symbol, placed }) =>
        `${id}: ${symbol.version}-${symbol.level}, mask ${symbol.mask}, module ${short(placed.moduleMm)} mm`,
    ),
    `marks ${markedModules[plan.marks]}, drawn in ${short(plan.compensationMm)} mm, left ${short(plan.residualGrowthMm)} mm, area ${short(plan.markedAreaMm2.normal)} or ${short(plan.markedAreaMm2.reversed)} mm²`,
    ...plan.sheet().operations.map(operationLine),
    ...(plan.stand?.operations ?? []).map((operation) => `base: ${operationLine(operation)}`),
    ...made.codes.flatMap(({ id, fitRanges }) =>
      fitRanges().map((range) => `${id} fits ${JSON.stringify(range)}`),
    ),
    ...lines,
  ].join('\n');
}

describe('the readout', () => {
  it.each(templates)('of the template $name', async ({ job }) => {
    expect(await readout(job)).toMatchSnapshot();
  });

  it.each(fc.sample(randomJobs, { seed: 29, numRuns: 12 }).map((job, place) => [place, job] as const))(
    'of job %i, with things wrong with it',
    async (_, job) => {
      expect(await readout(job)).toMatchSnapshot();
    },
  );
});
