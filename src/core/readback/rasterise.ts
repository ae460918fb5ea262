/** The file as it leaves the house, turned into what is marked where. An outside renderer reads the bytes. */
import { linearOfEncoded } from '../colour';
import type { Box } from '../geometry';
import { openDrawing } from '../logo';
import { withoutFarClips } from '../output';

/** One window on a file. Arrays are `width * height`, row by row. */
export interface MarkRaster {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  /** Where the window lies in the file, in millimetres. */
  readonly window: Box;
  /**
   * How much of the material's light is taken from each pixel, 0 to 255: one plane for black marks, three for red, green
   * and blue where the file has colours.
   */
  readonly inks: readonly Uint8Array[];
  /** 1 where the piece is, 0 beyond its cut line. */
  readonly onPiece: Uint8Array;
}

/** One plane where red, green and blue are alike, so that all that follows is done once. */
export function fewestPlanes(planes: readonly Uint8Array[]): readonly Uint8Array[] {
  const [red, green, blue] = planes as readonly [Uint8Array, Uint8Array, Uint8Array];
  return red.every((value, index) => value === green[index] && value === blue[index]) ? [red] : planes;
}

/** Pixels of a window. */
export const rasterSize = (
  window: Box,
  pxPerMm: number,
): { readonly width: number; readonly height: number } => ({
  width: Math.max(1, Math.round(window.width * pxPerMm)),
  height: Math.max(1, Math.round(window.height * pxPerMm)),
});

const cutLinePx = 1.5;

/** Groups of cut lines and of lines to be followed, as our writer gives them. */
const cutGroups = /<g id="cut(?:-\d+)?"[^>]*>.*?<\/g>/gs;
const scoreGroups = /<g id="score(?:-\d+)?"[^>]*>.*?<\/g>/gs;
/** The body that marks stand on. */
const baseGroups = /<g id="base(?:-\d+)?"[^>]*>.*?<\/g>/gs;
/** Edges that are followed to make an area: foil that stays, openings in the sheet. */
const edgeGroups =
  /(<g id="(?:kiss|open)(?:-\d+)?" data-label="[^"]*") fill="none" stroke="[^"]*" stroke-width="[^"]*">/gs;

/**
 * Renders a window of an SVG file at a resolution: areas are what the machine marks, the cut group is where it cuts, and
 * the piece is what the cut lines enclose. Only the header is changed, to look at the window alone.
 */
export function rasteriseMarks(svg: Uint8Array, window: Box, pxPerMm: number): MarkRaster {
  const text = new TextDecoder().decode(svg);
  const { width, height } = rasterSize(window, pxPerMm);
  const looksAt = withoutFarClips(text, window).replace(
    /width="[^"]*" height="[^"]*" viewBox="[^"]*"/,
    `width="${width}" height="${height}" viewBox="${window.x} ${window.y} ${width / pxPerMm} ${height / pxPerMm}"`,
  );
  const cuts = looksAt.match(cutGroups)?.join('') ?? null;
  const marks = render(
    [cutGroups, scoreGroups, baseGroups]
      .reduce((left, groups) => left.replace(groups, ''), looksAt)
      .replace(edgeGroups, '$1 fill="#000000" fill-rule="nonzero" stroke="none">'),
  );
  const cut = new Uint8Array(width * height);
  const header = looksAt.slice(0, looksAt.indexOf('>', looksAt.indexOf('<svg')) + 1);
  if (cuts !== null) {
    // Finer lines than pixels are drawn with gaps here and there, through which the outside would come in.
    const drawn = cuts.replace(/stroke-width="[^"]*"/g, `stroke-width="${cutLinePx / pxPerMm}"`);
    const lines = render(`${header}${drawn}</svg>`);
    for (let index = 0; index < cut.length; index++) cut[index] = lines[index * 4 + 3]! > 0 ? 1 : 0;
  }
  const bases = looksAt.match(baseGroups)?.join('') ?? null;
  return {
    width,
    height,
    pxPerMm,
    window,
    inks: inkPlanes(marks, width * height),
    onPiece:
      bases === null
        ? pieceWithin(cut, width, height, pxPerMm, window, sheetOf(text), cuts !== null)
        : covered(render(`${header}${bases}</svg>`)),
  };
}

/** Premultiplied red, green, blue and alpha. */
function render(svg: string): Uint8Array {
  const drawing = openDrawing(svg);
  const image = drawing.render();
  const pixels = image.pixels.slice();
  image.free();
  drawing.free();
  return pixels;
}

/** 1 where more than half of a pixel is covered. */
const covered = (pixels: Uint8Array): Uint8Array =>
  new Uint8Array(pixels.length / 4).map((_, index) => (pixels[index * 4 + 3]! > 127 ? 1 : 0));

const inkOfEncoded = Uint8Array.from({ length: 256 }, (_, value) =>
  Math.round((1 - linearOfEncoded(value / 255)) * 255),
);

/** Black files need one plane; colours are laid on white and each channel's light is what the ink lets through. */
function inkPlanes(pixels: Uint8Array, count: number): Uint8Array[] {
  const black = new Uint8Array(count);
  let isBlack = true;
  for (let index = 0; index < count && isBlack; index++) {
    isBlack = pixels[index * 4] === 0 && pixels[index * 4 + 1] === 0 && pixels[index * 4 + 2] === 0;
    black[index] = pixels[index * 4 + 3]!;
  }
  if (isBlack) return [black];
  return [0, 1, 2].map((channel) =>
    new Uint8Array(count).map((_, index) => {
      const alpha = pixels[index * 4 + 3]!;
      if (alpha === 0) return 0;
      // Coverage mixes light, so the colour of the inked share is taken by itself.
      const straight = Math.min(255, Math.round((pixels[index * 4 + channel]! * 255) / alpha));
      return Math.round((inkOfEncoded[straight]! * alpha) / 255);
    }),
  );
}

/** The page in millimetres. */
function sheetOf(svg: string): Box {
  const match = /viewBox="(-?[\d.]+) (-?[\d.]+) ([\d.]+) ([\d.]+)"/.exec(svg);
  if (match === null) throw new Error('The file has no viewBox.');
  const [x, y, width, height] = match.slice(1).map(Number) as [number, number, number, number];
  return { x, y, width, height };
}

/** 1 on the piece: within the sheet, and, when the file has cut lines, not to be reached from the sheet's corners without crossing a cut line. */
function pieceWithin(
  cut: Uint8Array,
  width: number,
  height: number,
  pxPerMm: number,
  window: Box,
  sheet: Box,
  hasCutLines: boolean,
): Uint8Array {
  const inside = new Uint8Array(width * height);
  const left = Math.max(0, Math.round((sheet.x - window.x) * pxPerMm));
  const top = Math.max(0, Math.round((sheet.y - window.y) * pxPerMm));
  const right = Math.min(width, Math.round((sheet.x + sheet.width - window.x) * pxPerMm));
  const bottom = Math.min(height, Math.round((sheet.y + sheet.height - window.y) * pxPerMm));
  for (let row = top; row < bottom; row++) inside.fill(1, row * width + left, row * width + right);
  if (!hasCutLines) return inside;

  const stack: number[] = [];
  const reach = (column: number, row: number): void => {
    const index = row * width + column;
    if (
      column < left ||
      row < top ||
      column >= right ||
      row >= bottom ||
      inside[index] === 0 ||
      cut[index] === 1
    )
      return;
    inside[index] = 0;
    stack.push(index);
  };
  const sheetInWindow = (x: number, y: number): boolean =>
    x >= window.x && y >= window.y && x <= window.x + width / pxPerMm && y <= window.y + height / pxPerMm;
  const [sheetRight, sheetBottom] = [sheet.x + sheet.width, sheet.y + sheet.height];
  if (sheetInWindow(sheet.x, sheet.y)) reach(left, top);
  if (sheetInWindow(sheetRight, sheet.y)) reach(right - 1, top);
  if (sheetInWindow(sheet.x, sheetBottom)) reach(left, bottom - 1);
  if (sheetInWindow(sheetRight, sheetBottom)) reach(right - 1, bottom - 1);
  while (stack.length > 0) {
    const index = stack.pop()!;
    const column = index % width;
    const row = (index - column) / width;
    reach(column - 1, row);
    reach(column + 1, row);
    reach(column, row - 1);
    reach(column, row + 1);
  }
  return inside;
}
