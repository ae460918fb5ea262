/** Whether what stands in a file is what was to be written: size, layers, number and closure of outlines, bounds. */
import { boundsOf, type Box } from '../geometry';
import { layerNames, type FormatId } from '../output';
import { isLine, type OperationSheet } from '../plan';
import type { Interpreter, ReadFile } from './readFile';

/** How the bytes of a format are read; loaded when they are. */
export async function interpreterOf(format: FormatId): Promise<Interpreter> {
  switch (format) {
    case 'svg':
    case 'svg-areas':
      return (await import('./svgFile')).readSvg;
    case 'pdf':
    case 'pdf-cmyk':
      return (await import('./pdfFile')).readPdf;
    case 'eps':
      return (await import('./epsFile')).readEps;
    case 'dxf':
    case 'dxf-lines':
    case 'dxf-r12':
      return (await import('./dxfFile')).readDxf;
    case 'png':
    case 'png-clear':
      return (await import('./pictureFile')).readFinishedPng;
    case 'engraving':
    case 'label':
      return (await import('./pictureFile')).readMarkedPng;
    case 'label-pbm':
      return (await import('./pictureFile')).readPbm;
    case 'jpg':
      return (await import('./pictureFile')).readJpeg;
    case 'webp':
      return (await import('./pictureFile')).readWebp;
    case 'stl':
    case 'stl-bodies':
      return (await import('./meshFile')).readStl;
    case '3mf':
      return (await import('./meshFile')).readThreeMf;
    case 'gcode':
      return (await import('./gcodeFile')).readGcode;
  }
}

/** One comparison of what was found with what was to be there. */
export interface Check {
  readonly name: string;
  readonly found: string;
  readonly wanted: string;
  readonly holds: boolean;
}

/** Sizes may differ by so much, in millimetres. */
const toleranceMm = 0.01;

const millimetres = (value: number): string => String(Number(value.toFixed(3)) + 0);
const sizeOf = ({ width, height }: Pick<Box, 'width' | 'height'>): string =>
  `${millimetres(width)} x ${millimetres(height)} mm`;

/** Of outlines exactly; of pictures within a pixel; of bodies what is closed. */
export function checkFile(
  format: FormatId,
  { page, layers }: ReadFile,
  sheet: OperationSheet,
): readonly Check[] {
  const isPicture = layers.every(({ holds }) => holds === 'pixels');
  const isBody = layers.some(({ holds }) => holds === 'body');
  const checks: Check[] = [];
  const piece = { width: sheet.widthMm, height: sheet.heightMm };
  if (page !== null) {
    const around = isPicture || isBody ? 0 : -page.x;
    const size = { width: page.width - 2 * around, height: page.height - 2 * around };
    // A picture is whole pixels: at the coarsest it is larger by one each way.
    const allowed = isPicture ? 2 / 8 : toleranceMm;
    checks.push({
      name: 'Size',
      found: sizeOf(size),
      wanted: sizeOf(piece),
      holds: Math.abs(size.width - piece.width) <= allowed && Math.abs(size.height - piece.height) <= allowed,
    });
  }
  if (isPicture) return checks;
  const open = layers.reduce((sum, layer) => sum + layer.open, 0);
  checks.push({
    name: isBody ? 'Edges without two sides' : 'Open outlines',
    found: String(open),
    wanted: '0',
    holds: open === 0,
  });
  if (isBody) {
    const volume = layers.reduce((sum, layer) => sum + (layer.volumeMm3 ?? 0), 0);
    checks.push({
      name: 'Volume',
      found: `${millimetres(volume)} mm³`,
      wanted: 'more than 0 mm³',
      holds: layers.every(({ volumeMm3 }) => (volumeMm3 ?? 0) > 0),
    });
    return checks;
  }
  if (format === 'gcode') return checks;
  const names = layerNames(sheet);
  sheet.operations.forEach((operation, index) => {
    const name = names[index]!;
    const region = isLine(operation) ? operation.lines : operation.area;
    if (region.length === 0 || (!isLine(operation) && operation.ink.kind !== 'solid')) return;
    const layer = layers.find((entry) => entry.name === name);
    checks.push({
      name: `Outlines of ${name}`,
      found: String(layer?.paths ?? 0),
      wanted: String(region.length),
      holds: layer?.paths === region.length,
    });
    const bounds = boundsOf(region)!;
    const found = layer?.bounds ?? null;
    checks.push({
      name: `Extent of ${name}`,
      found: found === null ? 'nothing' : sizeOf(found),
      wanted: sizeOf(bounds),
      holds:
        found !== null &&
        (['x', 'y', 'width', 'height'] as const).every(
          (side) => Math.abs(found[side] - bounds[side]) <= toleranceMm,
        ),
    });
  });
  return checks;
}
