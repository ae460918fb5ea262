/** The demo data: Ternquay Boatyard, a small tidal yard with a rowing club. All of it is made up. */
import type { Job } from '../core/job';
import { emptyMessage, type Message } from '../core/message';
import { newJob, type NewJobOptions } from '../core/newJob';
import { findPair } from '../core/plan';
import type { Data } from './data';

/** Fills an empty database; leaves any other as it is. */
export async function fillWithDemo({ jobs, library }: Data): Promise<void> {
  if (jobs.summaries().length > 0) return;
  for (const job of demoJobs()) {
    await library.load(job);
    jobs.create(job);
  }
}

interface DemoJob extends NewJobOptions {
  readonly material: string;
  readonly machine: string;
  readonly cornerRadiusMm: number;
  readonly distanceM: number;
  readonly note?: string;
}

const demo: readonly DemoJob[] = [
  {
    name: 'Berth 17 plate',
    collection: 'Moorings',
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    material: 'black-anodised-aluminium',
    machine: 'co2-laser',
    codeWidthMm: 29,
    pieceSizeMm: { width: 60, height: 40 },
    cornerRadiusMm: 3,
    distanceM: 0.3,
    note: 'Two screws, 4 mm. The spare plates are in drawer 4 of the paint store.',
  },
  {
    name: 'Varnish tin label',
    collection: 'Paint store',
    message: { kind: 'web', address: 'https://ternquay.example/varnish/spar-no-4' },
    material: 'direct-thermal-paper',
    machine: 'label-printer-203dpi',
    pieceSizeMm: { width: 50, height: 30 },
    cornerRadiusMm: 2,
    distanceM: 0.2,
  },
  {
    name: 'Oar rack tag',
    collection: 'Rowing club',
    message: {
      kind: 'text',
      text: 'Rack 3, oars 9 to 16. Rinse with fresh water, blades up, and sign the book.',
    },
    material: 'birch-plywood',
    machine: 'co2-laser',
    codeWidthMm: 34,
    pieceSizeMm: { width: 80, height: 50 },
    cornerRadiusMm: 4,
    distanceM: 0.3,
  },
  {
    name: 'Slipway Wi-Fi sign',
    collection: 'Harbour office',
    message: { ...emptyMessage('wifi'), network: 'Ternquay Slipway', password: 'ebb & flow 17' } as Message,
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    codeWidthMm: 45,
    pieceSizeMm: { width: 90, height: 60 },
    cornerRadiusMm: 5,
    distanceM: 0.45,
  },
  {
    name: 'Harbour office sticker',
    collection: 'Harbour office',
    message: {
      ...emptyMessage('contact'),
      given: 'Ines',
      family: 'Tarrow',
      organisation: 'Ternquay Boatyard',
      role: 'Harbour master',
      phones: ['+44 20 7946 0018'],
      emails: ['office@ternquay.example'],
    } as Message,
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    codeWidthMm: 40,
    pieceSizeMm: { width: 60, height: 60 },
    cornerRadiusMm: 6,
    distanceM: 0.3,
  },
  {
    name: 'Regatta poster',
    collection: 'Rowing club',
    message: {
      ...emptyMessage('event'),
      title: 'Ternquay regatta',
      start: '2027-06-12T10:00',
      end: '2027-06-12T17:00',
      zone: 'Europe/London',
      place: 'Boathouse steps',
    } as Message,
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    codeWidthMm: 250,
    pieceSizeMm: { width: 297, height: 420 },
    cornerRadiusMm: 0,
    distanceM: 2.5,
    note: 'Ask the club for the date before the second print.',
  },
  {
    name: 'Workshop call plate',
    collection: 'Harbour office',
    message: { kind: 'phone', number: '020 7946 0018', country: 'GB' },
    material: 'birch-plywood',
    machine: 'co2-laser',
    codeWidthMm: 30,
    pieceSizeMm: { width: 50, height: 50 },
    cornerRadiusMm: 3,
    distanceM: 0.3,
  },
  {
    name: 'Slate tide table',
    collection: 'Moorings',
    message: { kind: 'web', address: 'https://ternquay.example/tides', purpose: 'document' },
    material: 'natural-slate',
    machine: 'co2-laser',
    codeWidthMm: 50,
    pieceSizeMm: { width: 120, height: 80 },
    cornerRadiusMm: 0,
    distanceM: 0.4,
  },
];

export function demoJobs(): Job[] {
  return demo.map(({ material, machine, cornerRadiusMm, distanceM, note = '', ...options }) => {
    const job = newJob({ ...options, pair: findPair(material, machine) });
    return { ...job, note, piece: { ...job.piece, cornerRadiusMm }, reading: { distanceM } };
  });
}
