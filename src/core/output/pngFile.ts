/** PNG files row by row, so that a picture never has to be in memory whole: ISO/IEC 15948. */
import { Deflate } from 'pako';

export interface PngHeader {
  readonly width: number;
  readonly height: number;
  /** One bit a pixel with two colours, or eight bits a channel with red, green, blue and alpha. */
  readonly pixels:
    { readonly kind: 'two-tones'; readonly colours: readonly [Rgba, Rgba] } | { readonly kind: 'rgba' };
  /** Pixels to the metre, the same both ways (11.3.5.3). */
  readonly pxPerM: number;
  readonly title: string;
}

/** 0 to 255 each. */
export type Rgba = readonly [number, number, number, number];

/** Takes rows from the top; the bytes of each are those of the scanline without its filter byte. */
export interface PngRows {
  add(row: Uint8Array): void;
  /** The whole file. Throws when rows are missing. */
  end(): Uint8Array;
}

const signature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Colour types (11.2.2): 3 is a palette, 6 is true colour with alpha. */
const [palette, trueColourAlpha] = [3, 6];
/** Filter types (9.2): up takes the row above off, which leaves nothing where rows repeat. */
const up = 2;

export function startPng({ width, height, pixels, pxPerM, title }: PngHeader): PngRows {
  const isTwoTone = pixels.kind === 'two-tones';
  const rowBytes = isTwoTone ? Math.ceil(width / 8) : 4 * width;
  const chunks: Uint8Array[] = [Uint8Array.from(signature)];
  const header = new DataView(new ArrayBuffer(13));
  header.setUint32(0, width);
  header.setUint32(4, height);
  header.setUint8(8, isTwoTone ? 1 : 8);
  header.setUint8(9, isTwoTone ? palette : trueColourAlpha);
  chunks.push(chunk('IHDR', new Uint8Array(header.buffer)));
  if (isTwoTone) {
    chunks.push(chunk('PLTE', Uint8Array.from(pixels.colours.flatMap((rgba) => rgba.slice(0, 3)))));
    if (pixels.colours.some((rgba) => rgba[3] < 255))
      chunks.push(chunk('tRNS', Uint8Array.from(pixels.colours.map((rgba) => rgba[3]))));
  }
  const density = new DataView(new ArrayBuffer(9));
  density.setUint32(0, pxPerM);
  density.setUint32(4, pxPerM);
  density.setUint8(8, 1);
  chunks.push(chunk('pHYs', new Uint8Array(density.buffer)));
  chunks.push(chunk('iTXt', new TextEncoder().encode(`Title\0\0\0\0\0${title}`)));
  const squeezer = new Deflate({ level: 6, chunkSize: 1 << 16 });
  squeezer.onData = (data) => {
    const bytes = data as Uint8Array;
    if (bytes.length > 0) chunks.push(chunk('IDAT', bytes));
  };
  let before = new Uint8Array(rowBytes);
  let rows = 0;
  return {
    add: (row) => {
      if (row.length !== rowBytes) throw new Error(`A row has ${row.length} bytes, not ${rowBytes}.`);
      const line = new Uint8Array(rowBytes + 1);
      line[0] = up;
      for (let index = 0; index < rowBytes; index++) line[index + 1] = row[index]! - before[index]!;
      before = row.slice();
      rows++;
      squeezer.push(line, rows === height);
    },
    end: () => {
      if (rows !== height) throw new Error(`The picture has ${rows} rows, not ${height}.`);
      chunks.push(chunk('IEND', new Uint8Array()));
      return joined(chunks);
    },
  };
}

/** Length, name, data and check sum (5.3). */
function chunk(name: string, data: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(data.length + 12);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  for (let index = 0; index < 4; index++) bytes[4 + index] = name.charCodeAt(index);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, checkSum(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

/** Annex D of the standard: the remainder by the polynomial of ISO 3309, bits reversed. */
const remainders = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
  return value >>> 0;
});

function checkSum(bytes: Uint8Array): number {
  let sum = 0xffffffff;
  for (const byte of bytes) sum = remainders[(sum ^ byte) & 0xff]! ^ (sum >>> 8);
  return (sum ^ 0xffffffff) >>> 0;
}

export function joined(parts: readonly Uint8Array[]): Uint8Array {
  const bytes = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let index = 0;
  for (const part of parts) {
    bytes.set(part, index);
    index += part.length;
  }
  return bytes;
}
