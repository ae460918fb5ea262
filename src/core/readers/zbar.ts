/** ZBar, compiled to wasm. */
import {
  getInstance,
  scanRGBABuffer,
  setModuleArgs,
  ZBarConfigType,
  ZBarScanner,
  ZBarSymbolType,
} from '@undecaf/zbar-wasm';
import type { Frame } from '../camera';
import { asCharacters, type Reader } from './reader';

export async function startZbar(wasmBinary: ArrayBuffer): Promise<Reader> {
  setModuleArgs({ wasmBinary } as Parameters<typeof setModuleArgs>[0]);
  await getInstance();
  const scanner = await ZBarScanner.create();
  scanner.setConfig(ZBarSymbolType.ZBAR_NONE, ZBarConfigType.ZBAR_CFG_ENABLE, 0);
  scanner.setConfig(ZBarSymbolType.ZBAR_QRCODE, ZBarConfigType.ZBAR_CFG_ENABLE, 1);
  return {
    id: 'zbar',
    name: 'ZBar',
    votes: true,
    read: (frame, asBytes) => readWithZbar(frame, scanner, asBytes),
  };
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
