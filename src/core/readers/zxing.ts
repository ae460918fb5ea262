/** ZXing, compiled to wasm: as a reader that looks once, and as one that tries all it knows. */
import { prepareZXingModule, readBarcodes, type ReaderOptions } from 'zxing-wasm/reader';
import type { Frame } from '../camera';
import { asCharacters, type Reader } from './reader';

export async function startZxing(
  wasmBinary: ArrayBuffer,
): Promise<readonly [plain: Reader, thorough: Reader]> {
  await prepareZXingModule({ overrides: { wasmBinary }, fireImmediately: true });
  return [
    {
      id: 'zxing-plain',
      name: 'ZXing, plain',
      votes: true,
      read: (frame, asBytes) => readWithZxing(frame, false, asBytes),
    },
    {
      id: 'zxing-thorough',
      name: 'ZXing, thorough',
      votes: false,
      read: (frame, asBytes) => readWithZxing(frame, true, asBytes),
    },
  ];
}

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
