/** Where a piece is photographed: its surface is made once and looked at from wherever it is asked. */
import { linearOfHex, luminanceOfLinear } from '../colour';
import type { Box } from '../geometry';
import type { MarkRaster } from '../readback';
import type { Reader } from '../readers';
import {
  photograph,
  simulateMachine,
  surfaceOf,
  worn,
  type Setting,
  type Shot,
  shotOf,
  type Subject,
  type Surface,
  textureTile,
  type TextureTile,
  type Wear,
} from '../simulation';
import { pixelsPerModule, type Frame } from '../camera';
import type { CodeToRead, ProofSetup } from './setup';

/** What one reader made of one photograph. `read` only when the text is the message, byte for byte. */
export interface Reading {
  readonly name: string;
  readonly votes: boolean;
  readonly read: boolean;
  readonly text: string | null;
}

export interface SamplePicture {
  readonly frame: Frame;
  readonly readings: readonly Reading[];
}

/** One way to photograph a piece. */
export interface Trial {
  readonly setting: Setting;
  /** Of the code that is photographed; null for a new piece. */
  readonly wear: ((code: CodeToRead) => Wear) | null;
}

export interface Studio {
  readonly setup: ProofSetup;
  /** A code before the camera. */
  readonly subject: (code: CodeToRead, trial: Trial) => Subject;
}

/** Pixels a module of rendered files: enough for what the camera averages, within a limit for large symbols. */
const rasterSteps = [9, 12, 16, 24] as const;
const largestRasterPx = 2600;
/** A dot that takes less of a pixel is not seen for itself. */
const leastDotPx = 0.75;
/**
 * Pixels a module beyond which a picture shows readers nothing more: cameras average neighbours of such a picture, as apps
 * do that look at live pictures [from memory].
 */
const mostPixelsPerModule = 8;

/** Pixels that a module takes of the camera's own. */
export const ownPixels = (
  { moduleMm }: Pick<CodeToRead, 'moduleMm'>,
  { camera, distanceMm }: Pick<Setting, 'camera' | 'distanceMm'>,
): number => pixelsPerModule(moduleMm, distanceMm, camera.focalPx);

/** Pixels that a module takes in the picture, and by how much the camera's own are averaged for it. */
export function pixelsOf(
  code: Pick<CodeToRead, 'moduleMm'>,
  setting: Pick<Setting, 'camera' | 'distanceMm'>,
): { readonly pixels: number; readonly averaged: number } {
  const pixelsPerModule = ownPixels(code, setting);
  const averaged = Math.max(1, Math.ceil(pixelsPerModule / mostPixelsPerModule - 1e-6));
  return { pixels: pixelsPerModule / averaged, averaged };
}

/** Surfaces that are kept: a map looks from several distances by turns. */
const mostSurfaces = 6;

export function openStudio(setup: ProofSetup): Studio {
  const made = new Map<string, MarkRaster>();
  const surfaces = new Map<string, Surface>();
  const tiles = new Map<number, TextureTile | null>();
  const { machine } = setup;

  function tile(pixelMm: number): TextureTile | null {
    const known = tiles.get(pixelMm);
    if (known !== undefined) return known;
    const made = textureTile(setup.texture, pixelMm, setup.seed);
    tiles.set(pixelMm, made);
    return made;
  }

  function surface(code: CodeToRead, pixels: number, wear: Wear | null): Surface {
    const { quietZone, moduleMm } = code;
    const step = rasterSteps.findLast((one) => one <= 2 * pixels) ?? rasterSteps[0];
    const margin = 3 * moduleMm;
    const sideMm = quietZone.width + 2 * margin;
    const wanted = Math.min(step / moduleMm, largestRasterPx / sideMm);
    const key = `${code.id} ${wanted}`;
    const marks = keptIn(made, key, () => madeOf(quietZone, margin, sideMm, wanted));
    const footprintPx = (marks.pxPerMm * moduleMm) / pixels;
    return wear === null
      ? keptIn(surfaces, `${key} ${pixels}`, () => surfaceOf(marks, footprintPx), mostSurfaces)
      : surfaceOf(worn(marks, wear, symbolBox(code), marksAreDarker(setup), setup.seed), footprintPx);
  }

  function madeOf(quietZone: Box, margin: number, sideMm: number, wanted: number): MarkRaster {
    // Whole pixels a dot, but for dots that are finer than pixels.
    const dotMm = (machine?.dotMm ?? 0) * wanted < leastDotPx ? null : machine!.dotMm;
    const pxPerMm = dotMm === null ? wanted : Math.round(wanted * dotMm) / dotMm;
    const corner = (value: number): number => (dotMm === null ? value : Math.floor(value / dotMm) * dotMm);
    const window = {
      x: corner(quietZone.x - margin),
      y: corner(quietZone.y - margin),
      width: sideMm,
      height: sideMm,
    };
    return simulateMachine(setup.raster(window, pxPerMm), machine);
  }

  return {
    setup,
    subject: (code, { setting, wear }) => {
      const { pixels, averaged } = pixelsOf(code, setting);
      const { quietZone, moduleMm, bend } = code;
      return {
        raster: surface(code, pixels, wear === null ? null : wear(code)),
        baseColour: setup.baseColour,
        markColour: setup.markColour,
        tile: tile(moduleMm / pixels),
        centreMm: [quietZone.x + quietZone.width / 2, quietZone.y + quietZone.height / 2],
        fieldMm: quietZone.width,
        moduleMm,
        seenFromBehind: setup.seenFromBehind,
        pixelsPerModule: pixels,
        focalPx: setting.camera.focalPx / averaged,
        shortSidePx: Math.round(setting.camera.shortSidePx / averaged),
        bend,
      };
    },
  };
}

/** What stands under a key, made where it does not; the oldest goes where there are too many. */
function keptIn<Value>(kept: Map<string, Value>, key: string, make: () => Value, most = Infinity): Value {
  const known = kept.get(key);
  if (known !== undefined) return known;
  if (kept.size >= most) kept.delete(kept.keys().next().value!);
  const made = make();
  kept.set(key, made);
  return made;
}

/** The code without its quiet zone, about its middle. */
export function symbolBox({ quietZone, moduleMm, symbol }: CodeToRead): Box {
  const side = symbol.size * moduleMm;
  return {
    x: quietZone.x + (quietZone.width - side) / 2,
    y: quietZone.y + (quietZone.height - side) / 2,
    width: side,
    height: side,
  };
}

const marksAreDarker = ({ baseColour, markColour }: ProofSetup): boolean =>
  luminanceOfLinear(linearOfHex(markColour)) < luminanceOfLinear(linearOfHex(baseColour));

/** A shot's blur and motion are in the camera's own pixels, of which several are averaged for a near piece. */
export function shotFor(code: CodeToRead, setting: Setting, seed: number, number: number): Shot {
  const shot = shotOf(setting, seed, number);
  const { averaged } = pixelsOf(code, setting);
  if (averaged === 1) return shot;
  const { lens, light } = shot;
  return {
    ...shot,
    lens: {
      ...lens,
      // What is left of an averaged picture is never sharper than its pixels.
      blurPx: Math.max(lens.blurPx / averaged, 0.5),
      motionPx: lens.motionPx / averaged,
      noiseSteps: lens.noiseSteps / averaged,
    },
    light: {
      ...light,
      glare: light.glare && {
        ...light.glare,
        right: light.glare.right / averaged,
        down: light.glare.down / averaged,
        spread: light.glare.spread / averaged,
      },
    },
  };
}

/** Takes a photograph and shows it to each reader. */
export async function shoot(
  studio: Studio,
  code: CodeToRead,
  readers: readonly Reader[],
  trial: Trial,
  shot: Shot,
  inColour = false,
): Promise<SamplePicture> {
  const frame = photograph(studio.subject(code, trial), shot, inColour);
  const readings: Reading[] = [];
  for (const { name, votes, read } of readers) {
    const text = await read(frame, code.isBytes);
    readings.push({ name, votes, read: text === code.payload, text });
  }
  return { frame, readings };
}
