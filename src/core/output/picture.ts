/** Pictures in whole pixels a module: of the finished piece, of what is to be engraved, and for screens. */
import { rgbOfHex } from '../colour';
import { flattenRegion, sampleRegion, type Region } from '../geometry';
import { openDrawing } from '../logo';
import type { OperationSheet } from '../plan';
import { markedArea, type FinishedPicture } from './finished';
import { startPng, type Rgba } from './pngFile';
import { withoutFarClips } from './clips';
import { svgOfPainted } from './svg';
import { CannotWrite, onePart, refuseColours, type WriteSetting, type Writer } from './writer';

/** Wanted where nothing says otherwise, in pixels to the inch, and the longest side. */
const wantedDpi = 600;
const longestPx = 20_000;

/** Pixels of a picture and where they lie. */
export interface PixelGrid {
  readonly columns: number;
  readonly rows: number;
  /** Of the upper left corner of the first pixel; not right of or below the corner of the piece. */
  readonly xMm: number;
  readonly yMm: number;
  readonly pxPerMm: number;
}

/**
 * Whole pixels to a module, as near to the wanted density as may be, with the corner of the code on a corner of pixels. The piece is covered,
 * so the picture may be larger by less than a pixel on each side. Throws where even one pixel a module is too many.
 */
export function pixelGrid(
  { widthMm, heightMm }: Pick<OperationSheet, 'widthMm' | 'heightMm'>,
  grid: WriteSetting['grid'],
  { dpi = wantedDpi, longest = longestPx }: { readonly dpi?: number; readonly longest?: number } = {},
): PixelGrid {
  const moduleMm = grid?.moduleMm ?? 1;
  const longestMm = Math.max(widthMm, heightMm);
  const wanted = Math.max(1, Math.round((moduleMm * dpi) / 25.4));
  const most = Math.floor(((longest - 2) * moduleMm) / longestMm);
  const pixels = Math.min(wanted, most);
  if (pixels < 1)
    throw new CannotWrite(
      `With one pixel a module the picture would be ${Math.ceil(longestMm / moduleMm)} pixels long; at most ${longest} are written. Make the piece smaller or the modules larger.`,
    );
  const pxPerMm = pixels / moduleMm;
  const start = (cornerMm: number): number => cornerMm - Math.ceil(cornerMm * pxPerMm - 1e-6) / pxPerMm;
  const [xMm, yMm] = [start(grid?.xMm ?? 0), start(grid?.yMm ?? 0)];
  const count = (endMm: number, from: number): number => Math.ceil((endMm - from) * pxPerMm - 1e-6);
  return { columns: count(widthMm, xMm), rows: count(heightMm, yMm), xMm, yMm, pxPerMm };
}

/** Rows that are worked on at a time. */
const stripRows = 128;

/** Whether a pixel's middle lies in an area, strip by strip: `row` gets a byte a pixel, 1 inside. */
export function sampleRows(
  area: Region,
  { columns, rows, xMm, yMm, pxPerMm }: PixelGrid,
  row: (inside: Uint8Array, number: number) => void,
): void {
  const step = 1 / pxPerMm;
  const flat = flattenRegion(area, step / 20);
  for (let first = 0; first < rows; first += stripRows) {
    const count = Math.min(stripRows, rows - first);
    const inside = sampleRegion(flat, { x: xMm, y: yMm + first * step, step, columns, rows: count });
    for (let line = 0; line < count; line++)
      row(inside.subarray(line * columns, (line + 1) * columns), first + line);
  }
}

/** Eight pixels to a byte, the leftmost in the highest bit. */
export function packedBits(inside: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(Math.ceil(inside.length / 8));
  for (let index = 0; index < inside.length; index++)
    if (inside[index] !== 0) bytes[index >> 3]! |= 0x80 >> (index & 7);
  return bytes;
}

const rgba = (colour: string, alpha = 255): Rgba => {
  const [red, green, blue] = rgbOfHex(colour);
  return [Math.round(red * 255), Math.round(green * 255), Math.round(blue * 255), alpha];
};

/** What of a picture is bare: nothing, or the material. */
type Ground = 'clear' | 'material';

const isPlain = ({ marks }: FinishedPicture): boolean =>
  marks.every(
    ({ ink }) =>
      ink.kind === 'solid' && marks[0]!.ink.kind === 'solid' && ink.colour === marks[0]!.ink.colour,
  );

/** Whether the piece fills its page, so that nothing shows beside it. */
const fillsPage = (ground: Region, { widthMm, heightMm }: OperationSheet): boolean =>
  ground.length === 1 &&
  ground[0]!.length === 4 &&
  ground[0]!.every(
    ({ x, y, bulge }) =>
      !bulge &&
      Math.min(Math.abs(x), Math.abs(x - widthMm)) < 0.2 &&
      Math.min(Math.abs(y), Math.abs(y - heightMm)) < 0.2,
  );

const writeWith =
  (ground: Ground): Writer =>
  (sheet, setting) => {
    const { picture, grid: modules } = setting.finished();
    const grid = pixelGrid(sheet, modules);
    const header = { ...sizeOf(grid), title: setting.notes.title };
    if (isPlain(picture) && (ground === 'clear' || fillsPage(picture.ground, sheet))) {
      const ink = picture.marks[0]?.ink;
      const bare = ground === 'clear' ? rgba('#ffffff', 0) : rgba(setting.baseColour);
      const file = startPng({
        ...header,
        pixels: {
          kind: 'two-tones',
          colours: [bare, rgba(ink?.kind === 'solid' ? ink.colour : setting.markColour)],
        },
      });
      sampleRows(
        picture.marks.flatMap(({ area }) => area),
        grid,
        (inside, number) => {
          file.add(packedBits(inside));
          if (number % stripRows === 0) setting.progress?.(number / grid.rows);
        },
      );
      return onePart(file.end(), cornerOf(grid));
    }
    const file = startPng({ ...header, pixels: { kind: 'rgba' } });
    renderRows(setting, grid, ground, (pixels) => file.add(pixels));
    return onePart(file.end(), cornerOf(grid));
  };

export const writePng = writeWith('material');
export const writePngClear = writeWith('clear');

const cornerOf = ({ xMm, yMm }: PixelGrid) => ({ x: xMm, y: yMm });

const sizeOf = ({ columns, rows, pxPerMm }: PixelGrid) => ({
  width: columns,
  height: rows,
  pxPerM: Math.round(pxPerMm * 1000),
});

/** Black where the machine marks, white elsewhere, as drivers of engravers take it. */
export const writeEngraving: Writer = (sheet, setting) => {
  refuseColours(sheet, 'a picture in black and white');
  const grid = pixelGrid(sheet, setting.grid);
  const file = startPng({
    ...sizeOf(grid),
    title: setting.notes.title,
    pixels: { kind: 'two-tones', colours: [rgba('#ffffff'), rgba('#000000')] },
  });
  sampleRows(markedArea(sheet), grid, (inside) => file.add(packedBits(inside)));
  return onePart(file.end(), cornerOf(grid));
};

/** Straight (not premultiplied) red, green, blue and alpha of each row, from an outside renderer. */
export function renderRows(
  setting: WriteSetting,
  { columns, rows, xMm, yMm, pxPerMm }: PixelGrid,
  ground: Ground,
  row: (pixels: Uint8Array) => void,
): void {
  const { picture } = setting.finished();
  const painted =
    ground === 'clear'
      ? picture.marks
      : [
          { area: picture.ground, ink: { kind: 'solid', colour: setting.baseColour } as const },
          ...picture.marks,
        ];
  const body = svgOfPainted(painted);
  for (let first = 0; first < rows; first += stripRows) {
    const count = Math.min(stripRows, rows - first);
    const window = {
      x: xMm,
      y: yMm + first / pxPerMm,
      width: columns / pxPerMm,
      height: count / pxPerMm,
    };
    const box = [window.x, window.y, window.width, window.height].join(' ');
    const drawing = openDrawing(
      `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${columns}" height="${count}" viewBox="${box}" preserveAspectRatio="none" shape-rendering="crispEdges">${withoutFarClips(body, window)}</svg>`,
    );
    const image = drawing.render();
    const pixels = straight(image.pixels);
    image.free();
    drawing.free();
    for (let line = 0; line < count; line++)
      row(pixels.subarray(line * columns * 4, (line + 1) * columns * 4));
    setting.progress?.(first / rows);
  }
}

/** The renderer multiplies colours with alpha. */
function straight(premultiplied: Uint8Array): Uint8Array {
  const pixels = premultiplied.slice();
  for (let index = 0; index < pixels.length; index += 4) {
    const alpha = pixels[index + 3]!;
    if (alpha === 0 || alpha === 255) continue;
    for (let channel = index; channel < index + 3; channel++)
      pixels[channel] = Math.min(255, Math.round((pixels[channel]! * 255) / alpha));
  }
  return pixels;
}
