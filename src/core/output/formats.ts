/** The formats that can be written. */
import type { OperationSheet } from '../plan';
import { writeSvg, type FileNotes } from './svg';

export interface OutputFormat {
  readonly id: string;
  readonly name: string;
  readonly mediaType: string;
  readonly write: (sheet: OperationSheet, notes: FileNotes) => Uint8Array;
}

/** Adding a format is one file beside this and one row here. */
export const outputFormats = [
  { id: 'svg', name: 'SVG, vector paths in millimetres', mediaType: 'image/svg+xml', write: writeSvg },
] as const satisfies readonly OutputFormat[];
export type FormatId = (typeof outputFormats)[number]['id'];
