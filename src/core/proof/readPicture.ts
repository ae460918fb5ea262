/** Reads the code in a picture that somebody has, with how it was built, so that it can be drawn anew as clean paths. */
import { readBarcodes } from 'zxing-wasm/reader';
import { z } from 'zod';
import { levels, type Level } from '../symbol';
import type { Frame } from './photograph';

export interface FoundCode {
  readonly text: string;
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
  const built = builtSchema.safeParse(JSON.parse(found.extra || '{}'));
  if (!built.success) return null;
  const { Version: version, ECLevel: level, DataMask: mask } = built.data;
  return { text: found.text, version, level, mask };
}
