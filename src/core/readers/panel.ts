/** The reader panel: independent decoders that have to agree. Their wasm comes from our own files. */
import { loadedOnce } from '../tasks';
import { jsQrReader } from './jsQr';
import type { Reader } from './reader';
import { startZbar } from './zbar';
import { startZxing } from './zxing';

export interface ReaderBinaries {
  readonly zxing: ArrayBuffer;
  readonly zbar: ArrayBuffer;
}

const panel = loadedOnce<readonly Reader[]>();

/** Starts the decoders once. */
export function startReaders({ zxing, zbar }: ReaderBinaries): Promise<readonly Reader[]> {
  return panel(async () => {
    const [plain, thorough] = await startZxing(zxing);
    return [plain, await startZbar(zbar), jsQrReader, thorough];
  });
}
