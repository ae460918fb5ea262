/** SVG in true millimetres: one group an operation, filled areas without strokes, cut lines as hairlines, no transforms. */
import type { Operation, OperationSheet } from '../plan';
import { decimal, pathData } from './pathData';

/** What a file says about itself. */
export interface FileNotes {
  readonly title: string;
  readonly description: string;
}

/** Colours by which machines tell operations apart: black areas are marked or printed, red hairlines are cut. */
const operationColours = { area: '#000000', cut: '#ff0000' } as const;

/** Thin enough for every laser driver to take it as a line. */
const hairlineMm = 0.02;

/** UTF-8 bytes; the same sheet and notes give the same bytes. */
export function writeSvg(sheet: OperationSheet, notes: FileNotes): Uint8Array {
  const width = decimal(sheet.widthMm);
  const height = decimal(sheet.heightMm);
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">`,
    `<title>${escapeXml(notes.title)}</title>`,
    `<desc>${escapeXml(notes.description)}</desc>`,
    ...sheet.operations.map(writeOperation),
    '</svg>',
    '',
  ];
  return new TextEncoder().encode(lines.join('\n'));
}

function writeOperation(operation: Operation): string {
  const { kind, label } = operation;
  const id = `id="${kind}" data-label="${escapeXml(label)}"`;
  if (operation.kind === 'cut')
    return `<g ${id} fill="none" stroke="${operationColours.cut}" stroke-width="${hairlineMm}"><path d="${pathData(operation.lines)}"/></g>`;
  return `<g ${id} fill="${operationColours.area}" fill-rule="nonzero" stroke="none"><path d="${pathData(operation.area)}"/></g>`;
}

/** Text for content and attributes; control characters that XML 1.0 does not allow are left out. */
function escapeXml(text: string): string {
  return text
    .replace(/[^\t\n\r\u0020-\ufffd]/gu, (character) => (character.codePointAt(0)! > 0xffff ? character : ''))
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');
}
