/** What a piece can be for, said in one click: material and machine, size and corners, distance, margins, holes and words. */
import { newJob, type Job } from '../core/job';
import { roundCorners, type PieceSettings } from '../core/piece';
import { findPair } from './pairs';

export interface Use {
  readonly id: string;
  readonly name: string;
  /** A piece for it, without a message. */
  readonly job: Job;
  /** Whether a call to action stands below the code. */
  readonly hasCall: boolean;
}

interface Plan {
  readonly id: string;
  readonly name: string;
  readonly material: string;
  readonly machine: string;
  readonly size: readonly [widthMm: number, heightMm: number];
  readonly distanceM: number;
  readonly piece?: Partial<PieceSettings>;
  readonly hasCall?: boolean;
}

const rounded = (mm: number): Pick<PieceSettings, 'outline'> => ({
  outline: { kind: 'rectangle', corners: roundCorners(mm) },
});

/** Sizes and distances: common practice, no source. */
const plans: readonly Plan[] = [
  {
    id: 'bottle-sticker',
    name: 'Sticker on a bottle',
    material: 'white-vinyl',
    machine: 'ink-jet-600dpi',
    size: [45, 55],
    distanceM: 0.15,
    piece: {
      ...rounded(3),
      bleedMm: 2,
      safeMm: 2,
      bend: { around: 'width', diameterMm: 75, otherDiameterMm: 75 },
    },
    hasCall: true,
  },
  {
    id: 'label',
    name: 'Label on a box',
    material: 'direct-thermal-paper',
    machine: 'label-printer-203dpi',
    size: [50, 50],
    distanceM: 0.25,
    piece: { ...rounded(2), safeMm: 1 },
  },
  {
    id: 'machine-plate',
    name: 'Plate on a machine',
    material: 'black-anodised-aluminium',
    machine: 'co2-laser',
    size: [80, 50],
    distanceM: 0.3,
    piece: {
      ...rounded(3),
      holes: [
        {
          id: 'screws',
          shape: { kind: 'screw', screw: 'M3', fit: 'medium' },
          pattern: 'two-across',
          xMm: 5,
          yMm: 'middle',
          keepOutMm: 2,
        },
      ],
    },
  },
  {
    id: 'tag',
    name: 'Tag to hang',
    material: 'birch-plywood',
    machine: 'co2-laser',
    size: [50, 75],
    distanceM: 0.25,
    piece: { outline: { kind: 'tag', cutMm: 11, holeMm: 5, holeFromTopMm: 8 } },
  },
  {
    id: 'card',
    name: 'Business card',
    material: 'white-card',
    machine: 'laser-printer-600dpi',
    size: [85, 55],
    distanceM: 0.2,
    piece: { safeMm: 3 },
  },
  {
    id: 'door-poster',
    name: 'Poster on a door',
    material: 'white-paper',
    machine: 'wide-ink-jet',
    size: [297, 420],
    distanceM: 1,
    piece: { safeMm: 8 },
    hasCall: true,
  },
  {
    id: 'window-sign',
    name: 'Sign in a window',
    material: 'white-vinyl',
    machine: 'wide-ink-jet',
    size: [200, 240],
    distanceM: 1,
    piece: { ...rounded(5), safeMm: 5 },
    hasCall: true,
  },
];

/** No message of its own comes with a use. */
const noMessage = { kind: 'web', address: '' } as const;

export const uses: readonly Use[] = plans.map(
  ({ id, name, material, machine, size: [width, height], distanceM, piece, hasCall = false }) => {
    const job = newJob({
      message: noMessage,
      pair: findPair(material, machine),
      pieceSizeMm: { width, height },
    });
    return {
      id,
      name,
      hasCall,
      job: { ...job, piece: { ...job.piece, ...piece }, reading: { ...job.reading, distanceM } },
    };
  },
);
