/** How readily each reader takes a style: measured on the drawn shapes alone, without material or machine. */
import { z } from '../schema';
import { drawArtwork, splitModules, type Style } from '../artwork';
import { placeRegion } from '../geometry';
import type { PartTones } from '../logo';
import { writeSvg } from '../output';
import { rasteriseMarks } from '../readback';
import { blackInk } from '../plan';
import { phoneCamera } from '../camera';
import { proveUntil, readerReportSchema, readerState, type ProofSetup } from '../proof';
import type { Reader } from '../readers';
import { defaultSymbolSettings, encodeSymbol, quietZoneModules } from '../symbol';

/** Versions on which styles are measured, and pixels that a module takes in the picture. */
export const fitnessVersions = [3, 10] as const;
const fitnessPixels = 4;
const fitnessSeed = 29;
const payload = 'https://ternquay.example/style';

export const styleFitnessSchema = z.strictObject({
  /** `safe` when every reader is prompt on both versions; `refused` when fewer than two voting readers are. */
  verdict: z.enum(['safe', 'costs-a-reader', 'refused']),
  /** Shots on each version. */
  shots: z.int().min(1),
  readers: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      votes: z.boolean(),
      /** Shots read, by version in the order of `fitnessVersions`. */
      read: z.array(z.int().min(0)),
      /** The worse of both versions. */
      state: readerReportSchema.shape.state,
    }),
  ),
});
export type StyleFitness = z.infer<typeof styleFitnessSchema>;

/** Twenty seeded shots, turned all ways, on each version; every reader's count beside its state. */
export async function measureStyleFitness(
  style: Style,
  readers: readonly Reader[],
  isStale: () => boolean = () => false,
): Promise<StyleFitness | null> {
  let shots = 0;
  const read: number[][] = readers.map(() => []);
  for (const version of fitnessVersions) {
    const report = await proveUntil(styleSetup(style, version), readers, { isStale });
    if (report === null) return null;
    shots = report.shots;
    report.readers.forEach((reader, index) => read[index]!.push(reader.read));
  }
  const counted = readers.map(({ id, name, votes }, index) => ({
    id,
    name,
    votes,
    read: read[index]!,
    state: readerState(Math.min(...read[index]!), shots),
  }));
  const prompt = counted.filter(({ votes, state }) => votes && state === 'prompt').length;
  const isSafe = counted.every(({ state }) => state === 'prompt');
  return { verdict: isSafe ? 'safe' : prompt < 2 ? 'refused' : 'costs-a-reader', shots, readers: counted };
}

/** How drawn shapes alone are proved. */
export interface StyleShots {
  readonly pixelsPerModule: number;
  readonly baseColour: string;
  readonly markColour: string;
  readonly seed: number;
}
const fitnessShots: StyleShots = {
  pixelsPerModule: fitnessPixels,
  baseColour: '#ffffff',
  markColour: '#000000',
  seed: fitnessSeed,
};

/** A millimetre a module, on a machine that does what it is told; with tones, parts of modules follow them. */
export function styleSetup(
  style: Style,
  version: number,
  shots: StyleShots = fitnessShots,
  tonesOf: ((size: number) => PartTones) | null = null,
): ProofSetup {
  const symbol = encodeSymbol(payload, { ...defaultSymbolSettings, version, mask: 2 }).symbol!;
  const halfTone = tonesOf && splitModules(symbol, tonesOf(symbol.size), false);
  const { dark, roundRadius } = drawArtwork(symbol, style, null, halfTone);
  // A round outline needs more room than the quiet zone.
  const margin = Math.max(quietZoneModules, Math.ceil((roundRadius ?? 0) - symbol.size / 2) + 1);
  const side = symbol.size + 2 * margin;
  const area = placeRegion(dark, 1, margin, margin);
  const svg = writeSvg(
    {
      widthMm: side,
      heightMm: side,
      marginMm: 0,
      operations: [{ kind: 'mark', label: 'dark modules', area, ink: blackInk }],
    },
    { title: 'style', description: '' },
  );
  return {
    raster: (window, pxPerMm) => rasteriseMarks(svg, window, pxPerMm),
    codes: [
      {
        id: 'code-1',
        payload,
        isBytes: false,
        symbol,
        toModules: [1, 0, 0, 1, -margin, -margin],
        quietZone: { x: 0, y: 0, width: side, height: side },
        moduleMm: 1,
        bend: null,
      },
    ],
    baseColour: shots.baseColour,
    markColour: shots.markColour,
    texture: { kind: 'plain', amplitude: 0 },
    shine: { gloss: 0, mirrors: 0 },
    machine: null,
    seenFromBehind: false,
    distanceM: phoneCamera.focalPx / shots.pixelsPerModule / 1000,
    seed: shots.seed,
  };
}
