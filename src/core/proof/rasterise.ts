/** The file as it leaves the house, turned into what is marked where. An outside renderer reads the bytes. */
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import type { Box } from '../geometry';

/** One window on a file. Both arrays are `width * height`, row by row. */
export interface MarkRaster {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  /** Where the window lies in the file, in millimetres. */
  readonly window: Box;
  /** How much of each pixel is marked, 0 to 255. */
  readonly marked: Uint8Array;
  /** 1 where the piece is, 0 beyond its cut line. */
  readonly onPiece: Uint8Array;
}

let ready: Promise<void> | undefined;

/** Starts the renderer once; `wasm` is its module, loaded from our own files. */
export function startRenderer(wasm: ArrayBuffer): Promise<void> {
  return (ready ??= initWasm(wasm));
}

/**
 * Renders a window of an SVG file at a resolution. Black is what the machine marks, red is where it cuts; the piece is
 * what the cut lines enclose. Only the header is changed, to look at the window alone.
 */
export function rasteriseMarks(svg: Uint8Array, window: Box, pxPerMm: number): MarkRaster {
  const text = new TextDecoder().decode(svg);
  const width = Math.max(1, Math.round(window.width * pxPerMm));
  const height = Math.max(1, Math.round(window.height * pxPerMm));
  const looksAt = text.replace(
    /width="[^"]*" height="[^"]*" viewBox="[^"]*"/,
    `width="${width}" height="${height}" viewBox="${window.x} ${window.y} ${width / pxPerMm} ${height / pxPerMm}"`,
  );
  const drawing = new Resvg(looksAt, { font: { loadSystemFonts: false } });
  const image = drawing.render();
  const pixels = image.pixels;
  const marked = new Uint8Array(width * height);
  const cut = new Uint8Array(width * height);
  for (let at = 0; at < marked.length; at++) {
    // Premultiplied red is the share of the pixel that the cut line covers.
    const red = pixels[at * 4]!;
    cut[at] = red > 0 ? 1 : 0;
    marked[at] = pixels[at * 4 + 3]! - red;
  }
  image.free();
  drawing.free();
  return {
    width,
    height,
    pxPerMm,
    window,
    marked,
    onPiece: pieceWithin(cut, width, height, pxPerMm, window, sheetOf(text), text.includes('id="cut"')),
  };
}

/** Width and height of the file in millimetres. */
function sheetOf(svg: string): { width: number; height: number } {
  const match = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg);
  if (match === null) throw new Error('The file has no viewBox from 0 0.');
  return { width: Number(match[1]), height: Number(match[2]) };
}

/** 1 on the piece: within the sheet, and, when the file has cut lines, not to be reached from the sheet's corners without crossing a cut line. */
function pieceWithin(
  cut: Uint8Array,
  width: number,
  height: number,
  pxPerMm: number,
  window: Box,
  sheet: { width: number; height: number },
  hasCutLines: boolean,
): Uint8Array {
  const inside = new Uint8Array(width * height);
  const left = Math.max(0, Math.round(-window.x * pxPerMm));
  const top = Math.max(0, Math.round(-window.y * pxPerMm));
  const right = Math.min(width, Math.round((sheet.width - window.x) * pxPerMm));
  const bottom = Math.min(height, Math.round((sheet.height - window.y) * pxPerMm));
  for (let row = top; row < bottom; row++) inside.fill(1, row * width + left, row * width + right);
  if (!hasCutLines) return inside;

  const stack: number[] = [];
  const reach = (column: number, row: number): void => {
    const at = row * width + column;
    if (column < left || row < top || column >= right || row >= bottom || inside[at] === 0 || cut[at] === 1)
      return;
    inside[at] = 0;
    stack.push(at);
  };
  const sheetInWindow = (x: number, y: number): boolean =>
    x >= window.x && y >= window.y && x <= window.x + width / pxPerMm && y <= window.y + height / pxPerMm;
  if (sheetInWindow(0, 0)) reach(left, top);
  if (sheetInWindow(sheet.width, 0)) reach(right - 1, top);
  if (sheetInWindow(0, sheet.height)) reach(left, bottom - 1);
  if (sheetInWindow(sheet.width, sheet.height)) reach(right - 1, bottom - 1);
  while (stack.length > 0) {
    const at = stack.pop()!;
    const column = at % width;
    const row = (at - column) / width;
    reach(column - 1, row);
    reach(column + 1, row);
    reach(column, row - 1);
    reach(column, row + 1);
  }
  return inside;
}
