/** Worker entry: files with the wasm modules that ship with the page. */
import pdfiumUrl from '@hyzyla/pdfium/pdfium.wasm?url';
import jpegReaderUrl from '@jsquash/jpeg/codec/dec/mozjpeg_dec.wasm?url';
import jpegUrl from '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm?url';
import webpReaderUrl from '@jsquash/webp/codec/dec/webp_dec.wasm?url';
import webpUrl from '@jsquash/webp/codec/enc/webp_enc.wasm?url';
import manifoldUrl from 'manifold-3d/manifold.wasm?url';
import { expose } from 'comlink';
import { createLibrary } from '../core/run';
import { browserAssets, browserProofBinaries, bytesOf } from './browserAssets';
import { createMaker } from './maker';

const urls = {
  manifold: manifoldUrl,
  jpeg: jpegUrl,
  webp: webpUrl,
  'jpeg-reader': jpegReaderUrl,
  'webp-reader': webpReaderUrl,
  pdfium: pdfiumUrl,
};

expose(
  createMaker(
    browserProofBinaries,
    browserAssets.renderer,
    (name) => bytesOf(urls[name]),
    createLibrary(browserAssets),
  ),
);
