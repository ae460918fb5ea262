/** Pictures: pixels and density from the bytes, sampled where a window lies. */
import { decode } from 'fast-png';
import { linearOfEncoded, linearOfHex } from '../colour';
import type { Box } from '../geometry';
import { loadedOnce } from '../tasks';
import { fewestPlanes, rasterSize, type MarkRaster } from './rasterise';
import { NotRead, type Interpreter, type ReadBinary, type ReadFile, type ReadSetting } from './readFile';

/** Pixels as they are stored: a bit each, the first in the highest, or four bytes each. */
interface Pixels {
  readonly columns: number;
  readonly rows: number;
  readonly rgbaAt: (column: number, row: number) => readonly [number, number, number, number];
}

const paper: readonly [number, number, number, number] = [255, 255, 255, 255];

/** A picture that lies on the piece with its upper left corner at `corner`. */
function readPixels(
  { columns, rows, rgbaAt }: Pixels,
  pxPerMm: number,
  { corner, groundColour }: Pick<ReadSetting, 'corner' | 'groundColour'>,
  shows: ReadFile['shows'],
): ReadFile {
  const ground = linearOfHex(groundColour);
  const page: Box = { ...corner, width: columns / pxPerMm, height: rows / pxPerMm };
  return {
    page,
    shows,
    layers: [{ name: 'PIXELS', holds: 'pixels', paths: 0, open: 0, bounds: page }],
    raster: (window, wanted): MarkRaster => {
      const { width, height } = rasterSize(window, wanted);
      const planes = [0, 1, 2].map(() => new Uint8Array(width * height));
      const onPiece = new Uint8Array(width * height);
      for (let row = 0, index = 0; row < height; row++) {
        const y = Math.floor((window.y + (row + 0.5) / wanted - page.y) * pxPerMm);
        for (let column = 0; column < width; column++, index++) {
          const x = Math.floor((window.x + (column + 0.5) / wanted - page.x) * pxPerMm);
          if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
          onPiece[index] = 1;
          const [red, green, blue, alpha] = rgbaAt(x, y);
          // What is clear shows what the picture is laid on.
          [red, green, blue].forEach((value, channel) => {
            const linear = linearOfEncoded(value / 255);
            planes[channel]![index] = Math.round(255 - linear * alpha - ground[channel]! * (255 - alpha));
          });
        }
      }
      return {
        width,
        height,
        pxPerMm: wanted,
        window,
        inks: fewestPlanes(planes),
        onPiece,
      };
    },
  };
}

/** Pixels to the metre are in pHYs (ISO/IEC 15948, 11.3.5.3): two numbers and the unit 1. */
export function pngDensity(bytes: Uint8Array): number | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let index = 8; index + 12 <= bytes.length; index += 12 + view.getUint32(index)) {
    const name = String.fromCharCode(...bytes.subarray(index + 4, index + 8));
    if (name === 'IDAT') return null;
    if (name === 'pHYs' && bytes[index + 16] === 1) return view.getUint32(index + 8);
  }
  return null;
}

const readPngAs =
  (shows: ReadFile['shows']): Interpreter =>
  (bytes, setting) => {
    const pxPerM = pngDensity(bytes);
    if (pxPerM === null) throw new NotRead('The picture has no physical size.');
    const { width, height, data, depth, channels, palette } = decode(bytes);
    const rowBytes = Math.ceil(width / 8);
    const rgbaAt: Pixels['rgbaAt'] = (x, y) => {
      if (palette !== undefined) {
        // Unpacked, or still eight to a byte.
        const index =
          depth === 1 && data.length === rowBytes * height
            ? (data[y * rowBytes + (x >> 3)]! >> (7 - (x & 7))) & 1
            : data[y * width + x]!;
        const [red, green, blue, alpha = 255] = palette[index] ?? paper;
        return [red!, green!, blue!, alpha];
      }
      const position = (y * width + x) * channels;
      return [
        data[position]!,
        data[position + 1]!,
        data[position + 2]!,
        channels === 4 ? data[position + 3]! : 255,
      ];
    };
    return readPixels({ columns: width, rows: height, rgbaAt }, pxPerM / 1000, setting, shows);
  };

export const readFinishedPng = readPngAs('finished-piece');
export const readMarkedPng = readPngAs('marks');

/** P4 of Netpbm: width, height, then eight pixels to a byte, 1 is black. It has no size of its own: a dot is the printer's. */
export const readPbm: Interpreter = (bytes, setting) => {
  const header = /^P4\n(\d+) (\d+)\n/.exec(new TextDecoder('latin1').decode(bytes.subarray(0, 40)));
  if (header === null) throw new NotRead('The file is no PBM picture.');
  const [columns, rows] = [Number(header[1]), Number(header[2])];
  const rowBytes = Math.ceil(columns / 8);
  const data = bytes.subarray(header[0].length);
  if (data.length !== rowBytes * rows)
    throw new NotRead(`The picture has ${data.length} bytes of pixels, not ${rowBytes * rows}.`);
  const rgbaAt: Pixels['rgbaAt'] = (x, y) =>
    (data[y * rowBytes + (x >> 3)]! >> (7 - (x & 7))) & 1 ? [0, 0, 0, 255] : paper;
  return readPixels({ columns, rows, rgbaAt }, 1 / setting.tool.tipMm, setting, 'marks');
};

interface Decoder {
  decode(
    data: Uint8Array,
    ...more: readonly boolean[]
  ): { readonly data: Uint8ClampedArray; readonly width: number; readonly height: number } | null;
}
type Factory = (options: {
  readonly wasmBinary: ArrayBuffer;
  readonly noInitialRun: true;
}) => Promise<Decoder>;

/** Screens' pictures carry no size that programs heed: they are as wide as the piece. */
const readLossy = (
  name: ReadBinary & `${string}-reader`,
  factory: () => Promise<Factory>,
  ...others: readonly boolean[]
): Interpreter => {
  const once = loadedOnce<Decoder>();
  return async (bytes, setting) => {
    const decoder = await once(async () =>
      (await factory())({ wasmBinary: await setting.binary(name), noInitialRun: true }),
    );
    const picture = decoder.decode(bytes, ...others);
    if (picture === null) throw new NotRead('The picture cannot be read.');
    const { data, width, height } = picture;
    const rgbaAt: Pixels['rgbaAt'] = (x, y) => {
      const index = 4 * (y * width + x);
      return [data[index]!, data[index + 1]!, data[index + 2]!, data[index + 3]!];
    };
    return readPixels(
      { columns: width, rows: height, rgbaAt },
      height / setting.heightMm,
      setting,
      'finished-piece',
    );
  };
};

export const readJpeg = readLossy(
  'jpeg-reader',
  async () => (await import('@jsquash/jpeg/codec/dec/mozjpeg_dec.js')).default as unknown as Factory,
  // Whether a note on how the camera was held is heeded.
  false,
);
export const readWebp = readLossy(
  'webp-reader',
  async () => (await import('@jsquash/webp/codec/dec/webp_dec.js')).default as unknown as Factory,
);
