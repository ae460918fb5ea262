/** The label as its printer's dots: a bit a dot, as PNG and as PBM (Netpbm, format P4), for drivers that take pictures. */
import type { OperationSheet } from '../plan';
import { markedArea } from './finished';
import { packedBits, sampleRows, type PixelGrid } from './picture';
import { joined, startPng } from './pngFile';
import { CannotWrite, onePart, type WriteSetting, type Writer } from './writer';

/** A dot is black when its middle is marked; the first dot lies in the upper left corner of the label. */
function dotGrid({ widthMm, heightMm }: OperationSheet, { pair }: WriteSetting): PixelGrid {
  const { dotMm, bedWidthMm, name } = pair.machine;
  if (dotMm === null) throw new CannotWrite(`${name} has no dots of its own; use a picture instead.`);
  if (widthMm > bedWidthMm)
    throw new CannotWrite(
      `The label is ${widthMm} mm wide; ${name} prints ${bedWidthMm} mm. Make the label narrower, or turn it.`,
    );
  return {
    columns: Math.round(widthMm / dotMm),
    rows: Math.round(heightMm / dotMm),
    xMm: 0,
    yMm: 0,
    pxPerMm: 1 / dotMm,
  };
}

const rowsOf = (sheet: OperationSheet, grid: PixelGrid): Uint8Array[] => {
  const rows: Uint8Array[] = [];
  sampleRows(markedArea(sheet), grid, (inside) => rows.push(packedBits(inside)));
  return rows;
};

export const writeLabelPng: Writer = (sheet, setting) => {
  const grid = dotGrid(sheet, setting);
  const file = startPng({
    width: grid.columns,
    height: grid.rows,
    pxPerM: Math.round(grid.pxPerMm * 1000),
    title: setting.notes.title,
    pixels: {
      kind: 'two-tones',
      colours: [
        [255, 255, 255, 255],
        [0, 0, 0, 255],
      ],
    },
  });
  for (const row of rowsOf(sheet, grid)) file.add(row);
  return onePart(file.end());
};

export const writeLabelPbm: Writer = (sheet, setting) => {
  const grid = dotGrid(sheet, setting);
  const header = new TextEncoder().encode(`P4\n${grid.columns} ${grid.rows}\n`);
  return onePart(joined([header, ...rowsOf(sheet, grid)]));
};
