/** The demo data: Ternquay Boatyard, a small tidal yard with a rowing club. All of it is made up. */
import { DateTime } from 'luxon';
import { demoChecks, demoCoupon } from '../../content';
import { keptCouponSchema, saveCheckSchema } from '../../wire';
import type { Data } from '../data';
import { demoJobs, houseStyle, madeJobs, unfinishedDemoJobs } from './jobs';
import { fillWithLinks } from './links';
import { demoLogos } from './logos';
import { demoSeries, demoSheets } from './series';

/** Fills an empty database; leaves any other as it is. */
export async function fillWithDemo({
  jobs,
  files,
  houseStyles,
  checks,
  coupons,
  sheets,
  series,
  workshop,
  links,
}: Data): Promise<void> {
  if (jobs.summaries().length > 0) return;
  for (const { bytes } of Object.values(demoLogos)) {
    const clean = await workshop.clean(bytes);
    if (!('problem' in clean)) files.add(clean);
  }
  fillWithLinks(links);
  const { id } = houseStyles.save('Ternquay signs', houseStyle);
  houseStyles.assign('Harbour office', id);
  coupons.keep(keptCouponSchema.parse(demoCoupon));
  for (const job of [...unfinishedDemoJobs(), ...demoJobs()]) {
    const { id: jobId } = jobs.create(job);
    const made = madeJobs[job.name];
    if (made !== undefined)
      jobs.markMade(jobId, 1, {
        on: DateTime.now().minus({ days: made.daysAgo }).toISODate(),
        note: made.note,
      });
    for (const { job: _, ...check } of demoChecks.filter((check) => check.job === job.name))
      checks.keep(jobId, saveCheckSchema.parse({ revision: 1, ...check }));
    const laid = demoSheets[job.name];
    if (laid !== undefined) sheets.keep(jobId, { ...laid, pieces: [{ jobId, quantity: null }] });
    const seriesOfJob = demoSeries[job.name];
    if (seriesOfJob !== undefined) series.keep(jobId, seriesOfJob);
  }
}
