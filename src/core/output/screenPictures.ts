/** JPEG and WebP for screens and documents, by the encoders of mozjpeg and libwebp; not for machines: both lose edges. */
import { loadedOnce } from '../tasks';
import type { OperationSheet } from '../plan';
import { pixelGrid, renderRows } from './picture';
import { onePart, type Corner, type WriteSetting, type Writer } from './writer';

/** Enough for a printed page, and no larger than a screen can use. */
const forScreens = { dpi: 300, longest: 4000 } as const;
const quality = 92;

interface Encoder {
  encode(
    pixels: Uint8Array,
    width: number,
    height: number,
    options: Record<string, unknown>,
  ): Uint8Array | null;
}
type Factory = (options: {
  readonly wasmBinary: ArrayBuffer;
  readonly noInitialRun: true;
}) => Promise<Encoder>;

/** What both encoders take where nothing else is said: the defaults of the packages, with the quality above. */
const jpegOptions = {
  quality,
  baseline: false,
  arithmetic: false,
  progressive: true,
  optimize_coding: true,
  smoothing: 0,
  color_space: 3,
  quant_table: 3,
  trellis_multipass: false,
  trellis_opt_zero: false,
  trellis_opt_table: false,
  trellis_loops: 1,
  auto_subsample: true,
  chroma_subsample: 2,
  separate_chroma_quality: false,
  chroma_quality: quality,
};
const webpOptions = {
  quality,
  target_size: 0,
  target_PSNR: 0,
  method: 4,
  sns_strength: 50,
  filter_strength: 60,
  filter_sharpness: 0,
  filter_type: 1,
  partitions: 0,
  segments: 4,
  pass: 1,
  show_compressed: 0,
  preprocessing: 0,
  autofilter: 0,
  partition_limit: 0,
  alpha_compression: 1,
  alpha_filtering: 1,
  alpha_quality: 100,
  lossless: 0,
  exact: 0,
  image_hint: 0,
  emulate_jpeg_size: 0,
  thread_level: 0,
  low_memory: 0,
  near_lossless: 100,
  use_delta_palette: 0,
  use_sharp_yuv: 0,
};

const encoders = {
  jpeg: {
    once: loadedOnce<Encoder>(),
    factory: async () =>
      (await import('@jsquash/jpeg/codec/enc/mozjpeg_enc.js')).default as unknown as Factory,
    options: jpegOptions,
  },
  webp: {
    once: loadedOnce<Encoder>(),
    factory: async () => (await import('@jsquash/webp/codec/enc/webp_enc.js')).default as unknown as Factory,
    options: webpOptions,
  },
} as const;

const writeWith =
  (name: keyof typeof encoders): Writer =>
  async (sheet, setting) => {
    const { once, factory, options } = encoders[name];
    const encoder = await once(async () =>
      (await factory())({ wasmBinary: await setting.binary(name), noInitialRun: true }),
    );
    const { pixels, columns, rows, corner } = onWhite(sheet, setting);
    const bytes = encoder.encode(pixels, columns, rows, options);
    if (bytes === null) throw new Error(`The ${name} encoder gave nothing.`);
    return onePart(bytes.slice(), corner);
  };

export const writeJpeg = writeWith('jpeg');
export const writeWebp = writeWith('webp');

/** JPEG has no transparency: what lies beside the piece is white. */
function onWhite(
  sheet: OperationSheet,
  setting: WriteSetting,
): {
  pixels: Uint8Array;
  columns: number;
  rows: number;
  corner: Corner;
} {
  const grid = pixelGrid(sheet, setting.finished().grid, forScreens);
  const { columns, rows } = grid;
  const pixels = new Uint8Array(columns * rows * 4);
  let index = 0;
  renderRows(setting, grid, 'material', (row) => {
    for (let from = 0; from < row.length; from += 4, index += 4) {
      const alpha = row[from + 3]! / 255;
      for (const channel of [0, 1, 2])
        pixels[index + channel] = Math.round(255 + (row[from + channel]! - 255) * alpha);
      pixels[index + 3] = 255;
    }
  });
  return { pixels, columns, rows, corner: { x: grid.xMm, y: grid.yMm } };
}
