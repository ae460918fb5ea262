/** Twelve complete pieces to begin with, each a job document from the boatyard. */
import { presets } from '../core/artwork';
import { newJob, itemsOf, withCodeAdded, type Job, type ItemDraft } from '../core/job';
import { emptyMessage, type Message } from '../core/message';
import { regatta } from './regatta';
import {
  roundCorners,
  type ArtSettings,
  type CodePlacement,
  type HoleSettings,
  type PieceSettings,
  type WordsSettings,
} from '../core/piece';
import { findPair } from './pairs';

export interface Template {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a few words. */
  readonly about: string;
  readonly job: Job;
}

interface Plan {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly message: Message;
  readonly material: string;
  readonly machine: string;
  readonly size: readonly [widthMm: number, heightMm: number];
  readonly code: readonly [widthMm: number, xMm: number | 'middle', yMm: number | 'middle'];
  readonly piece?: Partial<PieceSettings>;
  readonly items?: readonly ItemDraft[];
  readonly distanceM: number;
  readonly mirrored?: boolean;
  readonly shapes?: string;
  /** Codes beside the first, in plain style. */
  readonly moreCodes?: readonly { readonly message: Message; readonly place: Plan['code'] }[];
}

const web = (address: string): Message => ({ kind: 'web', address });
const yard = (path: string): Message => web(`https://ternquay.example/${path}`);
const wifi: Message = {
  ...emptyMessage('wifi'),
  network: 'Ternquay Slipway',
  password: 'ebb & flow 17',
} as Message;
const office: Message = {
  ...emptyMessage('contact'),
  given: 'Ines',
  family: 'Tarrow',
  organisation: 'Ternquay Boatyard',
  phones: ['+44 20 7946 0018'],
  emails: ['office@ternquay.example'],
} as Message;

const words = (text: string, change: Partial<WordsSettings> = {}): ItemDraft => ({
  kind: 'words',
  text,
  ...change,
});
const icon = (name: string, change: Partial<ArtSettings> = {}): ItemDraft => ({
  kind: 'art',
  source: { kind: 'icon', icon: name },
  ...change,
});
const screws = (screw: 'M3' | 'M4', edgeMm: number, pattern: HoleSettings['pattern']): HoleSettings => ({
  id: 'screws',
  shape: { kind: 'screw', screw, fit: 'medium' },
  pattern,
  xMm: edgeMm,
  yMm: pattern === 'corners' ? edgeMm : 'middle',
  keepOutMm: 2,
});

/** A varnish tin. */
const tin = { around: 'width', diameterMm: 85, otherDiameterMm: 85 } as const;

const plans: readonly Plan[] = [
  {
    id: 'plate',
    name: 'Berth plate',
    about: 'Anodised plate with two screws and the berth beside the code',
    message: yard('berth/17'),
    material: 'black-anodised-aluminium',
    machine: 'co2-laser',
    size: [96, 44],
    code: [29, 14.5, 'middle'],
    piece: {
      outline: { kind: 'rectangle', corners: roundCorners(4) },
      holes: [screws('M3', 5, 'two-across')],
    },
    items: [
      words('BERTH', { xMm: 53, yMm: 8, capitalMm: 4, font: 'condensed', tracking: 0.1 }),
      words('17', { xMm: 53, yMm: 15, capitalMm: 14, font: 'slab' }),
      words('{host}', { xMm: 53, yMm: 33, fit: 'width', widthMm: 30 }),
    ],
    distanceM: 0.28,
  },
  {
    id: 'tag',
    name: 'Rack tag',
    about: 'Plywood tag to hang, words as wide as the code',
    message: { kind: 'text', text: 'Rack 3, oars 9 to 16' },
    material: 'birch-plywood',
    machine: 'co2-laser',
    size: [50, 82],
    code: [31.5, 'middle', 37],
    piece: { outline: { kind: 'tag', cutMm: 12, holeMm: 6, holeFromTopMm: 8 } },
    items: [words('OAR RACK 3', { yMm: 19, fit: 'width', widthMm: 36, font: 'stencil' })],
    distanceM: 0.3,
  },
  {
    id: 'tin-label',
    name: 'Tin label',
    about: 'Thermal label for a varnish tin, name and batch beside the code',
    message: yard('varnish/spar-no-4'),
    material: 'direct-thermal-paper',
    machine: 'label-printer-203dpi',
    size: [57, 32],
    code: [14.5, 4.5, 'middle'],
    piece: {
      outline: { kind: 'rectangle', corners: roundCorners(2) },
      serial: 'L-0417',
      safeMm: 1,
      bend: tin,
    },
    items: [
      words('Spar varnish\nNo. 4', { xMm: 25, yMm: 6, fit: 'width', widthMm: 28, align: 'left' }),
      words('Batch {serial}', { xMm: 25, yMm: 22, capitalMm: 2.4, font: 'monospaced' }),
    ],
    distanceM: 0.16,
  },
  {
    id: 'roll-label',
    name: 'Roll label',
    about: 'Shipping-size label in a row: icon, words, code',
    message: yard('stores/shelf/12'),
    material: 'direct-thermal-paper',
    machine: 'label-printer-203dpi',
    size: [100, 50],
    code: [25.375, 65, 'middle'],
    piece: { outline: { kind: 'rectangle', corners: roundCorners(2) }, safeMm: 1.5 },
    items: [
      icon('package', { xMm: 6, yMm: 6, widthMm: 12 }),
      words('SHELF 12', { xMm: 22, yMm: 8, capitalMm: 8, font: 'condensed' }),
      words('Shackles and blocks.\nCount them when you take one.', {
        xMm: 6,
        yMm: 27,
        fit: 'width',
        widthMm: 48,
        align: 'left',
      }),
    ],
    distanceM: 0.25,
  },
  {
    id: 'sticker',
    name: 'Die-cut sticker',
    about: 'Contact card with a coloured border, cut along its contour',
    message: office,
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    size: [76, 84],
    code: [38, 'middle', 12],
    piece: {
      outline: { kind: 'contour', paddingMm: 1, borderMm: 3, corner: 'round', colour: '#175e54' },
      bleedMm: 2,
      safeMm: 2,
    },
    items: [
      words('Harbour office', { yMm: 58, capitalMm: 4.6, font: 'script', colour: '#14385c' }),
      words('SCAN TO SAVE THE CONTACT', { yMm: 68, fit: 'width', widthMm: 44, font: 'condensed' }),
    ],
    distanceM: 0.3,
  },
  {
    id: 'window-sign',
    name: 'Window sign',
    about: 'Clear acrylic, engraved from behind: opening hours beside the code',
    message: yard('hours'),
    material: 'clear-acrylic-dark-ground',
    machine: 'co2-laser',
    size: [150, 90],
    code: [50, 88, 'middle'],
    piece: {
      outline: { kind: 'rectangle', corners: roundCorners(6) },
      holes: [screws('M4', 7, 'corners')],
    },
    items: [
      words('Open', { xMm: 14, yMm: 17, capitalMm: 12, font: 'script' }),
      words('Mon to Fri\n8 to 17\nSat 9 to 12', { xMm: 14, yMm: 40, capitalMm: 6, align: 'left' }),
      words('Tides and news: {host}', { xMm: 14, yMm: 77, fit: 'width', widthMm: 58 }),
    ],
    distanceM: 0.48,
    mirrored: true,
  },
  {
    id: 'standing-sign',
    name: 'Standing Wi-Fi sign',
    about: 'Arched acrylic in a stepped base, login on the code',
    message: wifi,
    material: 'clear-acrylic-dark-ground',
    machine: 'co2-laser',
    size: [110, 160],
    code: [58, 'middle', 58],
    piece: {
      outline: { kind: 'arch' },
      stand: { plateMm: 3, layerMm: 3, steps: 3, stepMm: 7, shoulderMm: 10, cornerMm: 5, fitMm: 0.1 },
    },
    items: [
      icon('wifi', { xMm: 'middle', yMm: 15, widthMm: 18 }),
      words('SLIPWAY WI-FI', { yMm: 36, fit: 'width', widthMm: 70, font: 'slab' }),
      words('Scan to join {network}', { yMm: 136, fit: 'width', widthMm: 72 }),
    ],
    distanceM: 0.5,
    mirrored: true,
  },
  {
    id: 'poster',
    name: 'Regatta poster',
    about: 'A3, read from across the slip',
    message: regatta,
    material: 'white-vinyl',
    machine: 'wide-ink-jet',
    size: [297, 420],
    code: [190, 'middle', 140],
    piece: { safeMm: 8, shadow: { rightMm: 1.2, downMm: 1.6, blurMm: 1.4, opacity: 0.35 } },
    items: [
      words('Ternquay Regatta', { yMm: 34, fit: 'width', widthMm: 250, font: 'script', colour: '#14385c' }),
      words('SATURDAY 12 JUNE, 10 O’CLOCK', { yMm: 92, fit: 'width', widthMm: 230, font: 'condensed' }),
      {
        kind: 'frame',
        shape: 'band',
        text: 'SCAN FOR YOUR CALENDAR',
        bandMm: 26,
        gapMm: 4,
        cornerMm: 4,
        colour: '#175e54',
      },
      icon('sailboat', { xMm: 'middle', yMm: 384, widthMm: 22, colour: '#175e54' }),
    ],
    distanceM: 1.75,
  },
  {
    id: 'key-float',
    name: 'Key float',
    about: 'Round plywood float, words around the code, a hole for the ring',
    message: yard('boat/3'),
    material: 'birch-plywood',
    machine: 'co2-laser',
    size: [66, 66],
    code: [25, 'middle', 'middle'],
    piece: {
      outline: { kind: 'circle' },
      holes: [
        {
          id: 'ring',
          shape: { kind: 'round', diameterMm: 4 },
          pattern: 'one',
          xMm: 'middle',
          yMm: 4.5,
          keepOutMm: 1,
        },
      ],
    },
    items: [
      words('TERNQUAY BOATYARD · BOAT 3', {
        capitalMm: 3.2,
        tracking: 0.05,
        yMm: 'middle',
        font: 'condensed',
        circle: { radiusMm: 27.5, side: 'bottom' },
      }),
    ],
    distanceM: 0.25,
  },
  {
    id: 'stencil',
    name: 'Stencil board',
    about: 'Hull number in stencil letters, followed along the outline',
    message: yard('hull/204'),
    material: 'birch-plywood',
    machine: 'co2-laser',
    size: [180, 70],
    code: [46, 124, 'middle'],
    items: [words('204', { xMm: 10, yMm: 12, fit: 'width', widthMm: 96, font: 'stencil', drawn: 'outline' })],
    distanceM: 0.4,
  },
  {
    id: 'business-card',
    name: 'Business card',
    about: 'Contact on one side, with bleed, and clear of the cut',
    message: { ...office, form: 'compact' } as Message,
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    size: [85, 55],
    code: [31, 49, 'middle'],
    piece: { bleedMm: 3, safeMm: 4 },
    items: [
      words('Ines Tarrow', { xMm: 6, yMm: 9, capitalMm: 4.4, font: 'slab', colour: '#14385c' }),
      words('Harbour master\nTernquay Boatyard', { xMm: 6, yMm: 20, capitalMm: 2.3, align: 'left' }),
      words('+44 20 7946 0018\noffice@ternquay.example', {
        xMm: 6,
        yMm: 38,
        fit: 'width',
        widthMm: 37,
        align: 'left',
        font: 'rounded',
      }),
    ],
    distanceM: 0.25,
  },
  {
    id: 'instrument-plate',
    name: 'Instrument plate',
    about: 'Login on the left, instructions on the right: two codes on one plate',
    message: yard('crane/log'),
    material: 'black-anodised-aluminium',
    machine: 'co2-laser',
    size: [150, 62],
    code: [29, 14, 12],
    piece: {
      outline: {
        kind: 'rectangle',
        corners: [
          { shape: 'chamfer', mm: 5 },
          { shape: 'chamfer', mm: 5 },
          { shape: 'chamfer', mm: 5 },
          { shape: 'chamfer', mm: 5 },
        ],
      },
      holes: [screws('M3', 5, 'two-across')],
    },
    moreCodes: [{ message: yard('crane/how'), place: [29, 107, 12] }],
    items: [
      words('LOG BOOK', { xMm: 14, yMm: 49, fit: 'width', widthMm: 29, font: 'condensed' }),
      words('HOW TO USE IT', { xMm: 107, yMm: 49, fit: 'width', widthMm: 29, font: 'condensed' }),
      words('YARD\nCRANE', { yMm: 17, fit: 'width', widthMm: 38, font: 'display' }),
      words('2.5 t', { yMm: 44, capitalMm: 5 }),
    ],
    distanceM: 0.11,
  },
];

function jobOf(plan: Plan): Job {
  const [width, height] = plan.size;
  const job = newJob({
    name: plan.name,
    message: plan.message,
    pair: findPair(plan.material, plan.machine),
    codeWidthMm: plan.code[0],
    pieceSizeMm: { width, height },
  });
  const [plain] = job.codes;
  const style = presets.find(({ id }) => id === plan.shapes)?.style ?? plain!.style;
  const withFirst: Job = { ...job, codes: [{ ...plain!, style, placement: placed(plan.code) }] };
  const { codes } = (plan.moreCodes ?? []).reduce(
    (grown, { message, place }) => withCodeAdded(grown, { ...plain!, message, placement: placed(place) }),
    withFirst,
  );
  return {
    ...job,
    codes,
    piece: { ...job.piece, ...plan.piece, items: itemsOf(plan.items ?? []) },
    making: { ...job.making, mirrored: plan.mirrored ?? false },
    reading: { distanceM: plan.distanceM, heightM: null },
  };
}

const placed = ([widthMm, xMm, yMm]: Plan['code']): CodePlacement => ({ widthMm, xMm, yMm, turnDegrees: 0 });

export const templates: readonly Template[] = plans.map((plan) => ({
  id: plan.id,
  name: plan.name,
  about: plan.about,
  job: jobOf(plan),
}));
