/** The reader panel: independent decoders that have to agree. Their wasm comes from our own files. */
import {
  getInstance,
  setModuleArgs,
  scanRGBABuffer,
  ZBarConfigType,
  ZBarScanner,
  ZBarSymbolType,
} from '@undecaf/zbar-wasm';
import jsQrModule from 'jsqr';
import { prepareZXingModule, readBarcodes, type ReaderOptions } from 'zxing-wasm/reader';
import { loadedOnce } from '../numbers';
import type { Frame } from './photograph';

export interface Reader {
  readonly id: string;
  readonly name: string;
  /** Whether it votes; the others are reported beside. */
  readonly votes: boolean;
  /** The text that it reads, or its bytes with one character each when asked for them; null for none. */
  readonly read: (frame: Frame, asBytes?: boolean) => Promise<string | null>;
}

/** Those that vote. */
export const voting = (readers: readonly Reader[]): readonly Reader[] => readers.filter(({ votes }) => votes);

export interface ReaderBinaries {
  readonly zxing: ArrayBuffer;
  readonly zbar: ArrayBuffer;
}

const panel = loadedOnce<readonly Reader[]>();

/** Starts the decoders once. */
export function startReaders(binaries: ReaderBinaries): Promise<readonly Reader[]> {
  return panel(() => buildPanel(binaries));
}

async function buildPanel({ zxing, zbar }: ReaderBinaries): Promise<readonly Reader[]> {
  await prepareZXingModule({ overrides: { wasmBinary: zxing }, fireImmediately: true });
  setModuleArgs({ wasmBinary: zbar } as Parameters<typeof setModuleArgs>[0]);
  await getInstance();
  const scanner = await ZBarScanner.create();
  scanner.setConfig(ZBarSymbolType.ZBAR_NONE, ZBarConfigType.ZBAR_CFG_ENABLE, 0);
  scanner.setConfig(ZBarSymbolType.ZBAR_QRCODE, ZBarConfigType.ZBAR_CFG_ENABLE, 1);
  return [
    {
      id: 'zxing-plain',
      name: 'ZXing, plain',
      votes: true,
      read: (frame, asBytes) => readWithZxing(frame, false, asBytes),
    },
    {
      id: 'zbar',
      name: 'ZBar',
      votes: true,
      read: (frame, asBytes) => readWithZbar(frame, scanner, asBytes),
    },
    {
      id: 'jsqr',
      name: 'jsQR',
      votes: true,
      read: (frame, asBytes) => Promise.resolve(readWithJsQr(frame, asBytes)),
    },
    {
      id: 'zxing-thorough',
      name: 'ZXing, thorough',
      votes: false,
      read: (frame, asBytes) => readWithZxing(frame, true, asBytes),
    },
  ];
}

/** One character a byte. */
const asCharacters = (bytes: ArrayLike<number>): string =>
  Array.from(bytes, (byte) => String.fromCharCode(byte & 255)).join('');

async function readWithZxing(
  { width, height, rgba }: Frame,
  thorough: boolean,
  asBytes = false,
): Promise<string | null> {
  const options: ReaderOptions = {
    formats: ['QRCodeModel2'],
    tryHarder: thorough,
    tryRotate: thorough,
    tryInvert: thorough,
    tryDownscale: thorough,
    maxNumberOfSymbols: 1,
    textMode: 'Plain',
  };
  const results = await readBarcodes({ width, height, data: rgba, colorSpace: 'srgb' } as ImageData, options);
  const found = results.find(({ isValid }) => isValid);
  return found ? (asBytes ? asCharacters(found.bytes) : found.text) : null;
}

async function readWithZbar(
  { width, height, rgba }: Frame,
  scanner: ZBarScanner,
  asBytes = false,
): Promise<string | null> {
  // Without this ZBar turns the bytes into what it takes them for.
  scanner.setConfig(ZBarSymbolType.ZBAR_QRCODE, ZBarConfigType.ZBAR_CFG_BINARY, asBytes ? 1 : 0);
  const symbols = await scanRGBABuffer(rgba.buffer, width, height, scanner);
  const found = symbols[0];
  return found ? (asBytes ? asCharacters(found.data) : found.decode('utf-8')) : null;
}

type JsQr = typeof jsQrModule;
/** Node hands over the module object, bundlers the function itself. */
const jsQr: JsQr = (jsQrModule as unknown as { default?: JsQr }).default ?? jsQrModule;

function readWithJsQr({ width, height, rgba }: Frame, asBytes = false): string | null {
  const found = jsQr(rgba, width, height, { inversionAttempts: 'dontInvert' });
  return found ? (asBytes ? asCharacters(found.binaryData) : found.data) : null;
}
