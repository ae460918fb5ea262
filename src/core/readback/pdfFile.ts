/**
 * PDF twice: its content stream is run for outlines, layers and sizes (ISO 32000-1), and pages without lines to follow are drawn by
 * pdfium for reading.
 */
import { unzlibSync } from 'fflate';
import type { PDFiumLibrary } from '@hyzyla/pdfium';
import type { Brightness } from '../camera';
import { hexOfRgb, linearOfEncoded } from '../colour';
import { loadedOnce } from '../tasks';
import { kindOfLayer, readDrawing, type ReadPath } from './drawing';
import { PathFollower, runProgram, type Operand } from './postfix';
import { fewestPlanes, type MarkRaster } from './rasterise';
import { NotRead, type Interpreter, type ReadSetting } from './readFile';
import type { Box, Matrix } from '../geometry';

const mmPerPoint = 25.4 / 72;

const library = loadedOnce<PDFiumLibrary>();

const openPdfium = ({ binary }: Pick<ReadSetting, 'binary'>): Promise<PDFiumLibrary> =>
  library(async () => {
    const { PDFiumLibrary: Library } = await import('@hyzyla/pdfium');
    return Library.init({ wasmBinary: await binary('pdfium') });
  });

export const readPdf: Interpreter = async (bytes, setting) => {
  const text = latin(bytes);
  if (!text.startsWith('%PDF-')) throw new NotRead('The file is no PDF.');
  const media = boxOf(text, 'MediaBox');
  const trim = boxOf(text, 'TrimBox') ?? media;
  if (media === null || trim === null) throw new NotRead('The file has no page.');
  // The piece is what is left after trimming: its upper left corner is the origin.
  const toPiece: Matrix = [
    mmPerPoint,
    0,
    0,
    -mmPerPoint,
    -trim[0] * mmPerPoint,
    (media[3] - trim[1]) * mmPerPoint,
  ];
  const names = layerNamesOf(text);
  const paths = pathsOf(contentOf(bytes, text), toPiece, names);
  const page: Box = {
    x: -trim[0] * mmPerPoint,
    y: -trim[1] * mmPerPoint,
    width: (media[2] - media[0]) * mmPerPoint,
    height: (media[3] - media[1]) * mmPerPoint,
  };
  const drawn = readDrawing(paths, page);
  const follows = paths.some(({ layer }) => ['kiss', 'open', 'base'].includes(kindOfLayer(layer) ?? ''));
  if (follows) return drawn;
  const pdfium = await openPdfium(setting);
  const document = await pdfium.loadDocument(bytes);
  return {
    ...drawn,
    raster: (window, pxPerMm) =>
      withPage(document, (opened) =>
        renderedMarks(opened, page, window, pxPerMm, drawn.raster(window, pxPerMm)),
      ),
  };
};

/** Pages of a document as they look, for reading. */
export interface PdfPages {
  readonly count: number;
  /** Brightness of what is left of a page after trimming, 0 to 255, row by row. */
  readonly picture: (page: number, pxPerMm: number) => Brightness;
  /** Gives the memory of the document back. */
  readonly close: () => void;
}

export async function openPdfPages(bytes: Uint8Array, binary: ReadSetting['binary']): Promise<PdfPages> {
  const pdfium = await openPdfium({ binary });
  const document = await pdfium.loadDocument(bytes);
  const count = document.getPageCount();
  return {
    count,
    picture: (number, pxPerMm) => {
      if (number >= count) throw new NotRead(`The file has no page ${number + 1}.`);
      const { module, pageIdx } = document.getPage(number) as unknown as OpenPage;
      try {
        return trimmedPicture(module, pageIdx, pxPerMm);
      } finally {
        module._FPDF_ClosePage(pageIdx);
      }
    },
    close: () => document.destroy(),
  };
}

function trimmedPicture(module: Drawer, page: number, pxPerMm: number): Brightness {
  const media = boxOfPage(module, page, module._FPDFPage_GetMediaBox);
  const trim = boxOfPage(module, page, module._FPDFPage_GetTrimBox) ?? media;
  if (media === null || trim === null) throw new NotRead('The page has no size.');
  const px = (points: number): number => Math.round(points * mmPerPoint * pxPerMm);
  const [width, height] = [px(trim[2] - trim[0]), px(trim[3] - trim[1])];
  const bitmap = module._FPDFBitmap_CreateEx(width, height, greyBitmap, 0, 0);
  module._FPDFBitmap_FillRect(bitmap, 0, 0, width, height, white);
  const [wide, high] = [px(media[2] - media[0]), px(media[3] - media[1])];
  // Upwards in the file, downwards in the picture.
  module._FPDF_RenderPageBitmap(
    bitmap,
    page,
    -px(trim[0] - media[0]),
    -px(media[3] - trim[3]),
    wide,
    high,
    0,
    0,
  );
  const [from, stride] = [module._FPDFBitmap_GetBuffer(bitmap), module._FPDFBitmap_GetStride(bitmap)];
  const luma = new Uint8ClampedArray(width * height);
  for (let row = 0; row < height; row++)
    luma.set(module.HEAPU8.subarray(from + row * stride, from + row * stride + width), row * width);
  module._FPDFBitmap_Destroy(bitmap);
  return { width, height, luma };
}

/** Left, bottom, right and top in points; null where the page has none of its own. */
function boxOfPage(module: Drawer, page: number, get: Drawer['_FPDFPage_GetMediaBox']): PdfBox | null {
  const { malloc, free } = module.wasmExports;
  const pointer = malloc(16);
  const isThere = get(page, pointer, pointer + 4, pointer + 8, pointer + 12) !== 0;
  const box = [...new Float32Array(module.HEAPU8.buffer, pointer, 4)] as PdfBox;
  free(pointer);
  return isThere ? box : null;
}

/** What of pdfium is used beside its own face, which draws whole pages only. */
interface Drawer {
  readonly HEAPU8: Uint8Array;
  readonly wasmExports: { readonly malloc: (size: number) => number; readonly free: (at: number) => void };
  _FPDFPage_GetMediaBox(page: number, left: number, bottom: number, right: number, top: number): number;
  _FPDFPage_GetTrimBox(page: number, left: number, bottom: number, right: number, top: number): number;
  _FPDF_ClosePage(page: number): void;
  _FPDFBitmap_CreateEx(width: number, height: number, format: number, first: number, stride: number): number;
  _FPDFBitmap_FillRect(bitmap: number, x: number, y: number, w: number, h: number, colour: number): void;
  _FPDFBitmap_GetBuffer(bitmap: number): number;
  _FPDFBitmap_GetStride(bitmap: number): number;
  _FPDFBitmap_Destroy(bitmap: number): void;
  _FPDF_RenderPageBitmap(
    bitmap: number,
    page: number,
    x: number,
    y: number,
    width: number,
    height: number,
    turns: number,
    flags: number,
  ): void;
}
interface OpenPage {
  readonly module: Drawer;
  readonly pageIdx: number;
}

function withPage<Result>(
  document: Awaited<ReturnType<PDFiumLibrary['loadDocument']>>,
  use: (page: OpenPage) => Result,
): Result {
  return use(document.getPage(0) as unknown as OpenPage);
}

/** Of pdfium: one byte a pixel; or four, blue first, the last unused. */
const greyBitmap = 1;
const [bgrx, bytesAPixel] = [3, 4];
const white = 0xffffffff;

/** Light that is taken from white paper, channel by channel; where the piece is comes from the cut lines. */
function renderedMarks(
  { module, pageIdx }: OpenPage,
  page: Box,
  window: Box,
  pxPerMm: number,
  drawn: MarkRaster,
): MarkRaster {
  const { width, height } = drawn;
  const bitmap = module._FPDFBitmap_CreateEx(width, height, bgrx, 0, 0);
  module._FPDFBitmap_FillRect(bitmap, 0, 0, width, height, white);
  module._FPDF_RenderPageBitmap(
    bitmap,
    pageIdx,
    Math.round((page.x - window.x) * pxPerMm),
    Math.round((page.y - window.y) * pxPerMm),
    Math.round(page.width * pxPerMm),
    Math.round(page.height * pxPerMm),
    0,
    0,
  );
  const from = module._FPDFBitmap_GetBuffer(bitmap);
  const pixels = module.HEAPU8.slice(from, from + width * height * bytesAPixel);
  module._FPDFBitmap_Destroy(bitmap);
  const planes = [2, 1, 0].map((channel) =>
    Uint8Array.from({ length: width * height }, (_, index) =>
      Math.round((1 - linearOfEncoded(pixels[index * bytesAPixel + channel]! / 255)) * 255),
    ),
  );
  return { ...drawn, inks: fewestPlanes(planes) };
}

/** Bytes as characters, one each. */
function latin(bytes: Uint8Array): string {
  let text = '';
  const chunk = 0x8000;
  for (let from = 0; from < bytes.length; from += chunk)
    text += String.fromCharCode(...bytes.subarray(from, from + chunk));
  return text;
}

type PdfBox = [number, number, number, number];

/** Of the first page. */
function boxOf(text: string, name: string): PdfBox | null {
  const inside = new RegExp(`/${name} \\[([^\\]]+)\\]`).exec(text)?.[1];
  const numbers = inside?.trim().split(/\s+/).map(Number) ?? [];
  return numbers.length === 4 ? (numbers as PdfBox) : null;
}

/** Names of layers by the names that the content knows them by. */
function layerNamesOf(text: string): ReadonlyMap<string, string> {
  const groups = new Map<string, string>();
  for (const [, id, dictionary] of text.matchAll(/(\d+) 0 obj\s*<<([^]*?)>>\s*endobj/g)) {
    if (!dictionary!.includes('/Type /OCG')) continue;
    const name = /\/Name \(([^)]*)\)/.exec(dictionary!)?.[1];
    if (name !== undefined) groups.set(id!, name);
  }
  const properties = /\/Properties <<([^]*?)>>/.exec(text)?.[1] ?? '';
  return new Map(
    [...properties.matchAll(/\/(\w+) (\d+) 0 R/g)].map(([, own, id]) => [own!, groups.get(id!) ?? '']),
  );
}

/** The content of the first page: the stream that its dictionary names. */
function contentOf(bytes: Uint8Array, text: string): string {
  const id = /\/Contents (\d+) 0 R/.exec(text)?.[1];
  const start = id === undefined ? -1 : text.indexOf(`\n${id} 0 obj`);
  const begin = text.indexOf('stream\n', start);
  const length = Number(/\/Length (\d+)/.exec(text.slice(start, begin))?.[1]);
  if (start < 0 || begin < 0 || !Number.isFinite(length)) throw new NotRead('The page has no content.');
  const from = begin + 'stream\n'.length;
  const raw = bytes.subarray(from, from + length);
  return latin(text.slice(start, begin).includes('/FlateDecode') ? unzlibSync(raw) : raw);
}

function pathsOf(content: string, toPiece: Matrix, names: ReadonlyMap<string, string>): readonly ReadPath[] {
  const follower = new PathFollower(toPiece);
  runProgram(content, (operator, operands) => {
    const numbers = operands.filter((operand: Operand) => typeof operand === 'number');
    switch (operator) {
      case '%':
        return false;
      case 'q':
        follower.save();
        return true;
      case 'Q':
        follower.restore();
        return true;
      case 'cm':
        follower.transform(numbers as unknown as Matrix);
        return true;
      case 'BDC':
        follower.layer = names.get(String(operands[1]).slice(1)) ?? '';
        return true;
      case 'EMC':
        follower.layer = '';
        return true;
      case 'rg':
      case 'scn':
        if (numbers.length === 3) follower.colour(hexOfRgb([numbers[0]!, numbers[1]!, numbers[2]!]));
        return true;
      case 'm':
        follower.move(numbers[0]!, numbers[1]!);
        return true;
      case 'l':
        follower.line(numbers[0]!, numbers[1]!);
        return true;
      case 'c':
        follower.curve(...(numbers as [number, number, number, number, number, number]));
        return true;
      case 're': {
        const [x, y, w, h] = numbers as [number, number, number, number];
        follower.move(x, y);
        follower.line(x + w, y);
        follower.line(x + w, y + h);
        follower.line(x, y + h);
        follower.close();
        return true;
      }
      case 'h':
        follower.close();
        return true;
      case 'f':
      case 'f*':
        follower.paint(true);
        return true;
      case 'S':
        follower.paint(false);
        return true;
      case 's':
        follower.close();
        follower.paint(false);
        return true;
      case 'n':
        follower.forget();
        return true;
      default:
        return true;
    }
  });
  return follower.paths;
}
