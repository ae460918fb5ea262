/** What a writer is given beside the operations, and what it gives. */
import type { FinishedPicture } from './finished';
import { hexOfRgb, rgbOfHex } from '../colour';
import { isLine, type Ink, type InkStop, type OperationSheet, type PairValues } from '../plan';

/** What a file says about itself. */
export interface FileNotes {
  readonly title: string;
  readonly description: string;
}

/** A grid that pictures keep to: whole pixels a module, from this corner of a code. */
export interface ModuleGrid {
  readonly xMm: number;
  readonly yMm: number;
  readonly moduleMm: number;
}

/** Packages that come as wasm and are loaded when a format asks for them. */
export const outputBinaries = ['manifold', 'jpeg', 'webp'] as const;
export type OutputBinary = (typeof outputBinaries)[number];

export interface WriteSetting {
  readonly notes: FileNotes;
  /** Speeds, bed, dots and tool: what the machine has to be told. */
  readonly pair: Pick<PairValues, 'machine' | 'process'>;
  /** Of the bare surface and of the machine's own mark, for pictures of the finished piece. */
  readonly baseColour: string;
  readonly markColour: string;
  /** Of the first code; null without one. */
  readonly grid: ModuleGrid | null;
  /** The piece as it is seen when it is finished, never left for right, with the grid of its code there. */
  readonly finished: () => { readonly picture: FinishedPicture; readonly grid: ModuleGrid | null };
  /** What the piece is wrapped around on a rotary axis; null where it lies flat. */
  readonly wrapped: { readonly diameterMm: number } | null;
  /** The wasm of a package, from our own files. */
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
  /** Told now and then by writers that take long: the share that is done. */
  readonly progress?: (share: number) => void;
}

export interface Corner {
  readonly x: number;
  readonly y: number;
}
export const pieceCorner: Corner = { x: 0, y: 0 };

/** One file of a format; `part` where a format needs several, such as one for each body. */
export interface WrittenPart {
  readonly part: string | null;
  readonly bytes: Uint8Array;
  /** Where its upper left corner lies on the piece in millimetres, where the file itself does not say. */
  readonly corner: Corner;
}

export type Writer = (
  sheet: OperationSheet,
  setting: WriteSetting,
) => readonly WrittenPart[] | Promise<readonly WrittenPart[]>;

export const onePart = (bytes: Uint8Array, corner = pieceCorner): readonly WrittenPart[] => [
  { part: null, bytes, corner },
];

/** Said before writing: what the format or the machine cannot hold, with the measured and the allowed value. */
export class CannotWrite extends Error {}

/** Around everything that a sheet shows: the piece, and what its edge needs beside it. */
export function pageOf({ widthMm, heightMm, marginMm }: OperationSheet): {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
} {
  return {
    x: -marginMm,
    y: -marginMm,
    width: widthMm + 2 * marginMm,
    height: heightMm + 2 * marginMm,
  };
}

/** One colour for formats without gradients: the mean of the stops, each by its share of the way; null for pictures. */
export function plainColour(ink: Ink): string | null {
  if (ink.kind === 'solid') return ink.colour;
  return ink.kind === 'picture' ? null : meanColour(ink.stops);
}

function meanColour(stops: readonly InkStop[]): string {
  const ends = [{ at: 0, colour: stops[0]!.colour }, ...stops, { at: 1, colour: stops.at(-1)!.colour }];
  const sum: [number, number, number] = [0, 0, 0];
  for (let place = 1; place < ends.length; place++) {
    const [from, to] = [ends[place - 1]!, ends[place]!];
    const [a, b] = [rgbOfHex(from.colour), rgbOfHex(to.colour)];
    for (const channel of [0, 1, 2] as const)
      sum[channel] += ((to.at - from.at) * (a[channel] + b[channel])) / 2;
  }
  return hexOfRgb(sum);
}

/** Of the machine's own mark. */
const black = '#000000';

/** Whether areas are printed in other inks than the machine's own mark. */
export const isInColour = ({ operations }: OperationSheet): boolean =>
  operations.some(
    (operation) =>
      !isLine(operation) &&
      operation.kind === 'print' &&
      (operation.ink.kind !== 'solid' || operation.ink.colour !== black),
  );

/** For formats that know marked and bare only. */
export function refuseColours(sheet: OperationSheet, what: string): void {
  if (isInColour(sheet))
    throw new CannotWrite(`The piece is printed in colours, and ${what} has none. Use PDF, SVG or PNG.`);
}
