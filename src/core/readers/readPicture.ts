/** Reads the code in a picture that somebody has, with how it was built, so that it can be drawn anew as clean paths. */
import { readBarcodes, type ReadResult } from 'zxing-wasm/reader';
import type { Frame } from '../camera';
import { z } from '../schema';
import { levels, type Level } from '../symbol';

export interface FoundCode {
  /** The text in UTF-8; or, where nothing says that it is text, the bytes as they stand in the symbol. */
  readonly bytes: Uint8Array;
  readonly version: number;
  readonly level: Level;
  readonly mask: number;
}

/** What the reader tells of a symbol besides its text. */
const builtSchema = z.object({
  Version: z.coerce.number().int().min(1).max(40),
  ECLevel: z.enum(levels),
  DataMask: z.coerce.number().int().min(0).max(7),
});

/** The first model 2 symbol in the picture, turned, reversed or mirrored as it may be; null when there is none. The readers have to be started. */
export async function readPicture({ width, height, rgba }: Frame): Promise<FoundCode | null> {
  const results = await readBarcodes({ width, height, data: rgba, colorSpace: 'srgb' } as ImageData, {
    formats: ['QRCodeModel2'],
    tryHarder: true,
    tryRotate: true,
    tryInvert: true,
    tryDownscale: true,
    maxNumberOfSymbols: 1,
    textMode: 'Plain',
  });
  const found = results.find(({ isValid }) => isValid);
  if (!found) return null;
  const built = builtOf(found);
  if (built === null) return null;
  return { ...built, bytes: isTextOf(found) ? new TextEncoder().encode(found.text) : found.bytes };
}

/** How a symbol that was read is built; null where the reader does not tell. */
export function builtOf({
  extra,
}: Pick<ReadResult, 'extra'>): Pick<FoundCode, 'version' | 'level' | 'mask'> | null {
  const built = builtSchema.safeParse(JSON.parse(extra || '{}'));
  if (!built.success) return null;
  const { Version: version, ECLevel: level, DataMask: mask } = built.data;
  return { version, level, mask };
}

/** Announced by an ECI, or well-formed UTF-8, or the Shift JIS that Kanji mode stands for (ISO/IEC 18004:2015, 7.3.6). */
export function isTextOf({ hasECI, bytes, text }: Pick<ReadResult, 'hasECI' | 'bytes' | 'text'>): boolean {
  if (hasECI) return true;
  return ['utf-8', 'shift_jis'].some((encoding) => {
    try {
      return new TextDecoder(encoding, { fatal: true, ignoreBOM: true }).decode(bytes) === text;
    } catch {
      return false;
    }
  });
}
