/** The demo data: Ternquay Boatyard, a small tidal yard with a rowing club. All of it is made up. */
import type { Job } from '../core/job';
import { newJob } from '../core/newJob';
import { findPair } from '../core/plan';
import type { JobStore } from './jobs';

/** Fills an empty database; leaves any other as it is. */
export function fillWithDemo(jobs: JobStore): void {
  if (jobs.list().length > 0) return;
  for (const job of demoJobs()) jobs.create(job);
}

export function demoJobs(): Job[] {
  const plate = newJob({
    name: 'Berth 17 plate',
    collection: 'Moorings',
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair('black-anodised-aluminium', 'co2-laser'),
    codeWidthMm: 29,
    pieceSizeMm: { width: 60, height: 40 },
  });
  const tin = newJob({
    name: 'Varnish tin label',
    collection: 'Paint store',
    message: { kind: 'web', address: 'https://ternquay.example/varnish/spar-no-4' },
    pair: findPair('direct-thermal-paper', 'label-printer-203dpi'),
    pieceSizeMm: { width: 50, height: 30 },
  });
  const tag = newJob({
    name: 'Oar rack tag',
    collection: 'Rowing club',
    message: {
      kind: 'text',
      text: 'Rack 3, oars 9 to 16. Rinse with fresh water, blades up, and sign the book.',
    },
    pair: findPair('birch-plywood', 'co2-laser'),
    codeWidthMm: 34,
    pieceSizeMm: { width: 80, height: 50 },
  });
  return [
    { ...plate, piece: { ...plate.piece, cornerRadiusMm: 3 }, reading: { distanceM: 0.3 } },
    { ...tin, piece: { ...tin.piece, cornerRadiusMm: 2 }, reading: { distanceM: 0.2 } },
    { ...tag, piece: { ...tag.piece, cornerRadiusMm: 4 }, reading: { distanceM: 0.3 } },
  ];
}
