/** The jobs of the yard and its house style. */
import { findPair } from '../../content';
import { plainStyle, presets, type Paint, type Style, type StylePaint } from '../../core/artwork';
import {
  type Look,
  type Job,
  newJob,
  type NewJobOptions,
  itemsOf,
  scaledJob,
  type ItemDraft,
} from '../../core/job';
import { newLogo, type LogoSettings } from '../../core/logo';
import { emptyMessage, type Message } from '../../core/message';
import { roundCorners, type CodePlacement, type PieceSettings } from '../../core/piece';
import type { Level } from '../../core/symbol';
import { demoLogos, type DemoLogo } from './logos';

interface DemoJob extends NewJobOptions {
  readonly material: string;
  readonly machine: string;
  readonly cornerRadiusMm: number;
  readonly distanceM: number;
  readonly note?: string;
  readonly shapes?: string;
  readonly round?: Style['round'];
  readonly paint?: Partial<StylePaint>;
  readonly logo?: Partial<LogoSettings> & Pick<LogoSettings, 'source'>;
  readonly level?: Level;
  /** The smallest that holds the message without it. */
  readonly version?: number;
  readonly piece?: Partial<PieceSettings>;
  readonly place?: CodePlacement;
  readonly things?: readonly ItemDraft[];
  readonly mirrored?: boolean;
  readonly finish?: Partial<Job['making']>;
  /** Keeps the parted modules that a new job gets there. */
  readonly isCutThrough?: boolean;
  /** All of it smaller, so that a count of it fits on its sheet. */
  readonly scale?: number;
}

const drawn = (logo: DemoLogo): LogoSettings['source'] => ({
  kind: 'drawing',
  file: demoLogos[logo].hash,
  fileName: `${logo}.svg`,
});
const solid = (colour: string): Paint => ({ kind: 'solid', colour });
const stops = (...colours: string[]): { at: number; colour: string }[] =>
  colours.map((colour, index) => ({ at: index / (colours.length - 1), colour }));

/** The yard's house style: navy and green on cream. */
export const houseStyle: Look = {
  style: {
    ...presets.find(({ id }) => id === 'pebble')!.style,
    paint: {
      modules: { kind: 'linear', angleDegrees: 45, stops: stops('#14385c', '#175e54') },
      finders: [{ ring: solid('#14385c'), centre: solid('#175e54') }],
      ground: { kind: 'paint', paint: solid('#f7f3e6') },
    },
  },
  logo: null,
};

/** The newest is shown first: the ones to be looked at first come last. */
const demo: readonly DemoJob[] = [
  {
    name: 'Varnish tin label',
    collection: 'Paint store',
    message: { kind: 'web', address: 'https://ternquay.example/varnish/spar-no-4' },
    material: 'direct-thermal-paper',
    machine: 'label-printer-203dpi',
    codeWidthMm: 14.5,
    pieceSizeMm: { width: 50, height: 30 },
    cornerRadiusMm: 2,
    piece: { bend: { around: 'width', diameterMm: 85, otherDiameterMm: 85 } },
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
    codeWidthMm: 44,
    pieceSizeMm: { width: 60, height: 98 },
    cornerRadiusMm: 4,
    place: { widthMm: 44, xMm: 'middle', yMm: 45, turnDegrees: 0 },
    piece: {
      outline: { kind: 'tag', cutMm: 12, holeMm: 6, holeFromTopMm: 9 },
    },
    things: [
      { kind: 'words', text: 'OAR RACK 3', yMm: 20, fit: 'width', widthMm: 46, font: 'stencil' },
      { kind: 'words', text: 'oars 9 to 16', yMm: 30, fit: 'width', widthMm: 46, font: 'rounded' },
    ],
    distanceM: 0.3,
    logo: { source: drawn('tern'), by: 'free-bits', share: 0.78 },
    level: 'L',
    version: 9,
  },
  {
    name: 'Workshop call plate',
    collection: 'Harbour office',
    message: { kind: 'phone', number: '020 7946 0018', country: 'GB' },
    material: 'birch-plywood',
    machine: 'co2-laser',
    codeWidthMm: 25.6,
    pieceSizeMm: { width: 50, height: 50 },
    cornerRadiusMm: 3,
    distanceM: 0.25,
    shapes: 'rivet',
    round: { seed: 17, quietModules: 4 },
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
    shapes: 'pebble',
    logo: { source: { kind: 'icon', icon: 'waves-horizontal' }, share: 0.15 },
    level: 'Q',
  },
  {
    name: 'Key float token',
    collection: 'Moorings',
    message: { kind: 'sms', form: 'smsto', number: '020 7946 0018', country: 'GB', text: 'Key 3' },
    material: 'orange-filament-black',
    machine: 'filament-printer',
    codeWidthMm: 30,
    pieceSizeMm: { width: 64, height: 64 },
    cornerRadiusMm: 0,
    piece: {
      outline: { kind: 'circle' },
      holes: [
        {
          id: 'ring',
          shape: { kind: 'round', diameterMm: 5 },
          pattern: 'one',
          xMm: 'middle',
          yMm: 5,
          keepOutMm: 1,
        },
      ],
    },
    things: [{ kind: 'words', text: 'BOAT 3', yMm: 52.5, capitalMm: 4, font: 'condensed' }],
    distanceM: 0.25,
    finish: { solid: { form: 'relief', baseMm: 4, markMm: 0.6, faceDown: false } },
    note: 'Base in orange, change to black at the layer that Finish tells.',
  },
  {
    name: 'Hull number stencil',
    collection: 'Moorings',
    message: { kind: 'web', address: 'https://ternquay.example/hull/204' },
    material: 'stencil-card',
    machine: 'co2-laser-through',
    codeWidthMm: 98,
    pieceSizeMm: { width: 270, height: 140 },
    cornerRadiusMm: 4,
    place: { widthMm: 98, xMm: 150, yMm: 21, turnDegrees: 0 },
    things: [{ kind: 'words', text: '204', xMm: 14, yMm: 40, fit: 'width', widthMm: 108, font: 'slab' }],
    distanceM: 1.3,
    isCutThrough: true,
  },
  {
    name: 'Life-jacket label',
    collection: 'Rowing club',
    message: { kind: 'web', address: 'https://ternquay.example/jacket/LJ001' },
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    codeWidthMm: 26,
    pieceSizeMm: { width: 40, height: 48 },
    cornerRadiusMm: 3,
    place: { widthMm: 26, xMm: 'middle', yMm: 6, turnDegrees: 0 },
    things: [{ kind: 'words', text: 'LJ001  M', yMm: 38, fit: 'width', widthMm: 26 }],
    distanceM: 0.25,
    note: 'Inspected every spring; the table is in the chandlery.',
  },
  {
    name: 'Fuel valve plate',
    collection: 'Paint store',
    message: { kind: 'text', text: 'Fuel valve 2: quarter turn, shut when ashore' },
    material: 'brass',
    machine: 'rotary-engraver',
    codeWidthMm: 29,
    pieceSizeMm: { width: 60, height: 44 },
    cornerRadiusMm: 2,
    distanceM: 0.25,
    finish: { paintFill: { colour: '#1C1A17' } },
    note: 'Fill with black enamel, wipe when it is tacky.',
  },
  {
    name: 'Slipway Wi-Fi sign',
    collection: 'Harbour office',
    message: { ...emptyMessage('wifi'), network: 'Ternquay Slipway', password: 'ebb & flow 17' } as Message,
    material: 'clear-acrylic-dark-ground',
    machine: 'co2-laser',
    codeWidthMm: 60,
    pieceSizeMm: { width: 110, height: 160 },
    cornerRadiusMm: 0,
    place: { widthMm: 60, xMm: 'middle', yMm: 57, turnDegrees: 0 },
    piece: {
      outline: { kind: 'arch' },
      stand: { plateMm: 3, layerMm: 3, steps: 3, stepMm: 7, shoulderMm: 10, cornerMm: 5, fitMm: 0.1 },
    },
    things: [
      { kind: 'art', source: { kind: 'icon', icon: 'wifi' }, xMm: 'middle', yMm: 15, widthMm: 18 },
      { kind: 'words', text: 'SLIPWAY WI-FI', yMm: 36, fit: 'width', widthMm: 70, font: 'slab' },
      { kind: 'words', text: 'Scan to join {network}', yMm: 136, fit: 'width', widthMm: 72 },
    ],
    mirrored: true,
    distanceM: 0.5,
    shapes: 'rivet',
    level: 'Q',
  },
  {
    name: 'Harbour office sticker',
    // Twelve on A4.
    scale: 0.8903,
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
    pieceSizeMm: { width: 76, height: 84 },
    cornerRadiusMm: 0,
    place: { widthMm: 40, xMm: 'middle', yMm: 11, turnDegrees: 0 },
    piece: {
      outline: { kind: 'contour', paddingMm: 1.5, borderMm: 3, corner: 'round', colour: '#175e54' },
      bleedMm: 2,
      safeMm: 2,
    },
    things: [
      { kind: 'words', text: 'Harbour office', yMm: 59, capitalMm: 4.8, font: 'script', colour: '#14385c' },
      {
        kind: 'words',
        text: 'SCAN TO SAVE THE CONTACT',
        yMm: 69,
        fit: 'width',
        widthMm: 46,
        font: 'condensed',
      },
    ],
    distanceM: 0.25,
    shapes: 'pebble',
    paint: houseStyle.style.paint,
    logo: { source: drawn('tern'), share: 0.13, place: { columns: 36.5, rows: 36.5 } },
    level: 'M',
  },
  {
    name: 'Berth 17 plate',
    collection: 'Moorings',
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    material: 'black-anodised-aluminium',
    machine: 'co2-laser',
    codeWidthMm: 29,
    pieceSizeMm: { width: 60, height: 40 },
    cornerRadiusMm: 3,
    piece: {
      holes: [
        {
          id: 'screws',
          shape: { kind: 'screw', screw: 'M4', fit: 'medium' },
          pattern: 'two-across',
          xMm: 5.5,
          yMm: 'middle',
          keepOutMm: 2,
        },
      ],
    },
    distanceM: 0.3,
    note: 'Two screws, 4 mm. The spare plates are in drawer 4 of the paint store.',
  },
  {
    name: 'Regatta poster',
    collection: 'Rowing club',
    message: { kind: 'web', address: 'HTTPS://GO.TERNQUAY.EXAMPLE/REGATTA' },
    material: 'white-vinyl',
    machine: 'wide-ink-jet',
    codeWidthMm: 220,
    pieceSizeMm: { width: 297, height: 420 },
    cornerRadiusMm: 0,
    distanceM: 2.5,
    note: 'Ask the club for the date before the second print.',
    shapes: 'planking',
    paint: {
      modules: { kind: 'square', stops: stops('#7a2e1f', '#4a2f6b') },
      finders: [
        { ring: solid('#7a2e1f'), centre: solid('#7a2e1f') },
        { ring: solid('#4a2f6b'), centre: solid('#4a2f6b') },
        { ring: solid('#14385c'), centre: solid('#14385c') },
      ],
    },
    logo: { source: drawn('oars'), share: 0.14 },
    level: 'Q',
    things: [
      {
        kind: 'words',
        text: 'TERNQUAY REGATTA',
        yMm: 24,
        fit: 'width',
        widthMm: 250,
        font: 'condensed',
        colour: '#14385c',
      },
      {
        kind: 'words',
        text: 'Scan for the calendar',
        yMm: 372,
        fit: 'width',
        widthMm: 200,
        colour: '#7a2e1f',
      },
    ],
  },
];

/** One that was only begun, and one that its limits block. */
const unfinished: readonly DemoJob[] = [
  {
    name: 'Notice for the slip',
    collection: 'Harbour office',
    message: emptyMessage('web'),
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    codeWidthMm: 40,
    pieceSizeMm: { width: 105, height: 148 },
    cornerRadiusMm: 0,
    distanceM: 0.5,
    note: 'Waits for the address of the tide page.',
  },
  {
    name: 'Tender key tag',
    collection: 'Moorings',
    message: { kind: 'web', address: 'https://ternquay.example/tenders/14/keys' },
    material: 'birch-plywood',
    machine: 'co2-laser',
    codeWidthMm: 11,
    pieceSizeMm: { width: 22, height: 22 },
    cornerRadiusMm: 2,
    distanceM: 0.15,
  },
];
/** Those that were made, so many days ago. */
export const madeJobs: Readonly<Record<string, { readonly daysAgo: number; readonly note: string }>> = {
  'Hull number stencil': { daysAgo: 9, note: 'Two coats, dry overnight.' },
  'Oar rack tag': { daysAgo: 23, note: '' },
};

/** Jobs that nothing stops. */
export const demoJobs = (): Job[] => demo.map(jobOf);
export const unfinishedDemoJobs = (): Job[] => unfinished.map(jobOf);

function jobOf(entry: DemoJob): Job {
  const { material, machine, cornerRadiusMm, distanceM, note = '', level } = entry;
  const job = newJob({ ...entry, pair: findPair(material, machine) });
  const shapes = presets.find(({ id }) => id === entry.shapes)?.style ?? plainStyle;
  const made: Job = {
    ...job,
    note,
    codes: job.codes.map((code) => ({
      ...code,
      symbol: { ...code.symbol, level: level ?? code.symbol.level, version: entry.version ?? 'smallest' },
      style: entry.isCutThrough
        ? code.style
        : { ...shapes, round: entry.round ?? null, paint: { ...shapes.paint, ...entry.paint } },
      logo: entry.logo === undefined ? null : { ...newLogo(entry.logo.source), ...entry.logo },
      placement: entry.place ?? code.placement,
    })),
    piece: {
      ...job.piece,
      outline: { kind: 'rectangle', corners: roundCorners(cornerRadiusMm) },
      ...entry.piece,
      items: itemsOf(entry.things ?? []),
    },
    making: { ...job.making, mirrored: entry.mirrored ?? false, ...entry.finish },
    reading: { distanceM, heightM: null },
  };
  return entry.scale === undefined ? made : scaledJob(made, entry.scale);
}
