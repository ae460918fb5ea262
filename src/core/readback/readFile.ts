/** What a program finds in a file, from its bytes alone. */
import type { Box } from '../geometry';
import type { MarkRaster } from './rasterise';

/** Packages that come as wasm and are loaded when a file asks for them. */
export const readBinaries = ['pdfium', 'jpeg-reader', 'webp-reader'] as const;
export type ReadBinary = (typeof readBinaries)[number];

export interface ReadLayer {
  /** As the file has it. */
  readonly name: string;
  readonly holds: 'areas' | 'lines' | 'body' | 'pixels';
  /** Outlines, or triangles of a body. */
  readonly paths: number;
  /** Those that do not end where they began; edges of a body that have not two sides. */
  readonly open: number;
  /** In millimetres of the piece; null when there is nothing in it. */
  readonly bounds: Box | null;
  /** Of a body, in cubic millimetres. */
  readonly volumeMm3?: number;
  /** Of a body: corners less edges plus triangles, which is 2 for each part less 2 for each hole through it. */
  readonly euler?: number;
}

export interface ReadFile {
  /** What the file says its size is; null where it has none, such as a machine's program. */
  readonly page: Box | null;
  readonly layers: readonly ReadLayer[];
  /** A window in millimetres of the piece, as the machine marks it or the picture shows it. */
  readonly raster: (window: Box, pxPerMm: number) => MarkRaster;
  /** Marks and bare surface as they are in a picture of the finished piece; null where black is what is marked. */
  readonly shows: 'marks' | 'finished-piece';
}

/** What the bytes do not say, known from the machine and from how they were written. */
export interface ReadSetting {
  /** Where the page's upper left corner lies on the piece, in millimetres. */
  readonly corner: { readonly x: number; readonly y: number };
  /** Height of the piece, for files whose y grows upwards from its lower edge. */
  readonly heightMm: number;
  /** Width of what the tool leaves on its way, and of a line among those that fill an area. */
  readonly tool: { readonly lineMm: number; readonly tipMm: number };
  /** What pictures without ground are meant to be laid on. */
  readonly groundColour: string;
  /** Turns on a rotary axis; null for flat pieces. */
  readonly wrappedMm: number | null;
  readonly binary: (name: ReadBinary) => Promise<ArrayBuffer>;
}

export type Interpreter = (bytes: Uint8Array, setting: ReadSetting) => ReadFile | Promise<ReadFile>;

/** The file is not what it says it is. */
export class NotRead extends Error {}
