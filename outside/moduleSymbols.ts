/**
 * 500 random messages with random pictures that modules draw, by their bits, by parts of them and by both: read byte for byte by the panel
 * here, and by zxing-cpp and ZBar of Debian in the checks.
 */
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { splitModules } from '../src/core/artwork';
import type { Frame } from '../src/core/camera';
import { partsPerModule, type PartTones } from '../src/core/logo';
import { seededRandom } from '../src/core/numbers';
import { startProof } from '../src/core/proof';
import { defaultSymbolSettings, encodeSymbol, levels, type Wishes } from '../src/core/symbol';
import { loadProofBinaries } from '../src/node/proofBinaries';

const folder = process.argv[2]!;
const random = seededRandom(71);
const below = (count: number): number => Math.floor(random() * count);

/** A picture by place in shares of the symbol's side: true is dark. */
type Picture = (x: number, y: number) => boolean;
function drawnPicture(): Picture {
  const [x0, y0, reach] = [0.3 + 0.4 * random(), 0.3 + 0.4 * random(), 0.15 + 0.3 * random()];
  const [fx, fy] = [4 + 12 * random(), 4 + 12 * random()];
  const pictures: readonly Picture[] = [
    (x, y) => Math.hypot(x - x0, y - y0) < reach,
    (x, y) => Math.abs(Math.hypot(x - x0, y - y0) - reach) < 0.08,
    (x, y) => Math.sin(fx * x + fy * y) > 0,
    (x, y) => Math.sin(fx * x) + Math.cos(fy * y) > 0.3,
    (x, y) => Math.abs(x - x0) + Math.abs(y - y0) < reach,
    () => random() < 0.5,
  ];
  return pictures[below(pictures.length)]!;
}

const wishesOf =
  (picture: Picture) =>
  (size: number): Wishes => ({
    wanted: Int8Array.from({ length: size * size }, (_, index) =>
      picture(((index % size) + 0.5) / size, (Math.floor(index / size) + 0.5) / size) ? 1 : 0,
    ),
    weight: Uint8Array.from({ length: size * size }, () => 1 + below(255)),
  });

function tonesOf(picture: Picture, size: number): PartTones {
  const across = size * partsPerModule;
  return {
    across,
    tone: Float32Array.from({ length: across ** 2 }, (_, index) =>
      picture(((index % across) + 0.5) / across, (Math.floor(index / across) + 0.5) / across) ? 0 : 1,
    ),
    colour: new Uint8ClampedArray(across ** 2 * 4),
    contrast: 1,
    hasTones: false,
  };
}

/** Pixels of a module, and where its parts begin: near enough to how they are drawn. */
const [modulePx, partFromPx] = [8, [0, 2, 6]] as const;

interface Bitmap {
  readonly side: number;
  /** 1 dark, row by row. */
  readonly dark: Uint8Array;
}

function bitmapOf(size: number, parts: Uint8Array): Bitmap {
  const side = size * modulePx;
  const partAt = (index: number): number =>
    Math.floor(index / modulePx) * partsPerModule +
    partFromPx.findLastIndex((from) => from <= index % modulePx);
  return {
    side,
    dark: Uint8Array.from(
      { length: side * side },
      (_, index) => parts[partAt(Math.floor(index / side)) * size * partsPerModule + partAt(index % side)]!,
    ),
  };
}

/** A code takes a third of the picture of a camera. */
function frameOf({ side, dark }: Bitmap): Frame {
  const wide = 3 * side;
  const rgba = new Uint8ClampedArray(wide * wide * 4).fill(255);
  dark.forEach((isDark, index) => {
    const pixel = ((side + Math.floor(index / side)) * wide + side + (index % side)) * 4;
    if (isDark === 1) rgba.fill(0, pixel, pixel + 3);
  });
  return { width: wide, height: wide, rgba };
}

const readers = await startProof(await loadProofBinaries());
const ways = ['free-bits', 'free-bits', 'free-bits', 'tail', 'half-tone', 'both'] as const;
const symbols: object[] = [];
const unread: object[] = [];
for (let round = 0; round < 500; round++) {
  const way = ways[round % ways.length]!;
  const characters = Array.from({ length: 3 + below(60) }, () => String.fromCharCode(33 + below(94))).join(
    '',
  );
  const said =
    way === 'tail' ? `https://ternquay.example/${characters.replace(/[^a-z0-9]/gi, '')}` : characters;
  const level = levels[below(4)]!;
  const settings = { ...defaultSymbolSettings, raiseLevel: false, level };
  const smallest = encodeSymbol(said, settings).symbol!.version;
  const picture = drawnPicture();
  const { symbol, text } = encodeSymbol(
    said,
    { ...settings, version: smallest + below(8) },
    way === 'half-tone' ? null : wishesOf(picture),
    way === 'tail' ? '#' : null,
  );
  const { size, modules, version } = symbol!;
  const across = size * partsPerModule;
  const parts =
    way === 'half-tone' || way === 'both'
      ? splitModules(symbol!, tonesOf(picture, size), false).dark
      : Uint8Array.from(
          { length: across ** 2 },
          (_, index) =>
            modules[
              Math.floor(Math.floor(index / across) / partsPerModule) * size +
                Math.floor((index % across) / partsPerModule)
            ]!,
        );
  const bitmap = bitmapOf(size, parts);
  const frame = frameOf(bitmap);
  for (const reader of readers)
    if ((await reader.read(frame, false)) !== text) unread.push({ reader: reader.id, way, version, level });
  symbols.push({
    way,
    version,
    level,
    text,
    side: bitmap.side,
    dark: Buffer.from(bitmap.dark).toString('base64'),
  });
}
await writeFile(
  join(folder, 'moduleSymbols.json'),
  JSON.stringify({ symbols, panel: readers.map(({ id }) => id), unread }),
);
