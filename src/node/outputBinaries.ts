/** The wasm modules of the writers and of what reads files back, read from the installed packages. */
import './imageData';
import type { OutputBinary } from '../core/output';
import type { ReadBinary } from '../core/readback';
import { packageFile } from './packageFiles';

const paths: Readonly<Record<OutputBinary | ReadBinary, string>> = {
  manifold: 'manifold-3d/manifold.wasm',
  jpeg: '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm',
  webp: '@jsquash/webp/codec/enc/webp_enc.wasm',
  'jpeg-reader': '@jsquash/jpeg/codec/dec/mozjpeg_dec.wasm',
  'webp-reader': '@jsquash/webp/codec/dec/webp_dec.wasm',
  pdfium: '@hyzyla/pdfium/pdfium.wasm',
};

export const outputBinary = (name: OutputBinary | ReadBinary): Promise<ArrayBuffer> =>
  packageFile(paths[name]);
