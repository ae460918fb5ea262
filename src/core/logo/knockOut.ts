/** A logo placed on a symbol, and what is cleared of the modules for it. Coordinates in modules. */
import {
  growRegion,
  placeRegion,
  roundedRectangle,
  sampleRegion,
  signedArea,
  uniteRegion,
  type Box,
  type Region,
} from '../geometry';
import { lumaOfRgb, rgbOfHex } from '../colour';
import type { ColouredShape } from './art';
import type { LogoArt } from './ink';
import type { LogoSettings } from './settings';

/** A logo where it lies, before anything is cleared for it. */
export interface PutLogo {
  /** The art's box. */
  readonly box: Box;
  /** What reads dark. */
  readonly ink: Region;
  /** Printed in colour; empty where marks have one tone. */
  readonly shapes: readonly ColouredShape[];
  readonly picture: { readonly png: Uint8Array; readonly box: Box } | null;
  /** The shape that is kept free for the logo. */
  readonly knockOut: Region;
}

export interface PlacedLogo extends PutLogo {
  /** Colours that are neither clearly dark nor clearly light: how they read cannot be told. */
  readonly mixed: Region;
  /** Modules that are taken away whole: 1, row by row. */
  readonly cleared: Uint8Array;
  /** Whether the knock-out cuts through modules that are not taken away whole. */
  readonly cuts: boolean;
}

/** Finest detail of a knock-out, in modules. */
const finest = 0.004;

type Placing = Pick<LogoSettings, 'share' | 'place' | 'marginModules' | 'knockOut'>;

/** Places the art on a symbol of `size` modules a side. */
export function placeLogo(art: LogoArt, settings: Placing, size: number, inColour: boolean): PlacedLogo {
  const put = putLogo(art, settings, size, inColour);
  const { wholeModules } = settings.knockOut;
  return {
    ...put,
    mixed: inColour ? mixedArea(art, put.box, put.shapes) : [],
    cleared: clearedModules(put.knockOut, size, wholeModules),
    cuts: !wholeModules,
  };
}

/** The same where nothing is cleared for it. */
export function putLogo(art: LogoArt, settings: Placing, size: number, inColour: boolean): PutLogo {
  const scale = settings.share * size;
  const centre =
    settings.place === 'middle'
      ? { x: size / 2, y: size / 2 }
      : { x: Math.min(settings.place.columns, size), y: Math.min(settings.place.rows, size) };
  const put = (region: Region): Region => placeRegion(region, scale, centre.x, centre.y);
  const box = {
    x: centre.x - (art.width * scale) / 2,
    y: centre.y - (art.height * scale) / 2,
    width: art.width * scale,
    height: art.height * scale,
  };
  const ink = put(art.ink);
  return {
    box,
    ink,
    shapes: inColour ? art.shapes.map(({ colour, area }) => ({ colour, area: put(area) })) : [],
    picture:
      inColour && art.picture !== null
        ? {
            png: art.picture.png,
            box: {
              x: art.picture.box.x * scale + centre.x,
              y: art.picture.box.y * scale + centre.y,
              width: art.picture.box.width * scale,
              height: art.picture.box.height * scale,
            },
          }
        : null,
    knockOut: knockOutArea(box, ink, settings),
  };
}

/** Luma of colours that read dark on a light ground, and from which they read light. */
const readsDark = 0.3;
const readsLight = 0.85;

function mixedArea(art: LogoArt, box: Box, shapes: readonly ColouredShape[]): Region {
  if (art.picture !== null) return [roundedRectangle(box, 0)];
  const mixed = shapes.filter(({ colour }) => {
    const luma = lumaOfRgb(rgbOfHex(colour));
    return luma > readsDark && luma < readsLight;
  });
  return uniteRegion(
    mixed.flatMap(({ area }) => area),
    finest,
  );
}

function knockOutArea(
  box: Box,
  ink: Region,
  { knockOut, marginModules }: Pick<LogoSettings, 'marginModules' | 'knockOut'>,
): Region {
  const wide: Box = {
    x: box.x - marginModules,
    y: box.y - marginModules,
    width: box.width + 2 * marginModules,
    height: box.height + 2 * marginModules,
  };
  switch (knockOut.shape) {
    case 'box':
      return [roundedRectangle(wide, 0)];
    case 'rounded':
      return [roundedRectangle(wide, Math.min(wide.width, wide.height) / 4)];
    case 'circle': {
      const radius = Math.hypot(box.width, box.height) / 2 + marginModules;
      const [x, y] = [box.x + box.width / 2 - radius, box.y + box.height / 2 - radius];
      return [roundedRectangle({ x, y, width: 2 * radius, height: 2 * radius }, radius)];
    }
    case 'outline':
      return outerOutlines(growRegion(ink, Math.max(marginModules, 0.05), finest));
  }
}

/** Outlines without their holes: what lies inside a ring is kept free too. */
const outerOutlines = (region: Region): Region => region.filter((contour) => signedArea(contour) > 0);

/** Samples across a module. */
export const samplesPerModule = 6;

/** With whole modules every one that is touched goes; otherwise those of which more than a half would go. */
function clearedModules(area: Region, size: number, wholeModules: boolean): Uint8Array {
  const inside = sampleModules(area, size);
  const across = size * samplesPerModule;
  const cleared = new Uint8Array(size * size);
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++) {
      let count = 0;
      for (let down = 0; down < samplesPerModule; down++) {
        const from = (row * samplesPerModule + down) * across + column * samplesPerModule;
        for (let right = 0; right < samplesPerModule; right++) count += inside[from + right]!;
      }
      if (count > (wholeModules ? 0 : samplesPerModule ** 2 / 2)) cleared[row * size + column] = 1;
    }
  return cleared;
}

/** 1 for samples in the area, `samplesPerModule` to a module each way, row by row. */
export function sampleModules(area: Region, size: number): Uint8Array {
  const across = size * samplesPerModule;
  return sampleRegion(area, { x: 0, y: 0, step: 1 / samplesPerModule, columns: across, rows: across });
}

/** Share of each cell that lies in an area, 0 to 1, `perModule` cells to a module each way, row by row. */
export function sharesOf(area: Region, size: number, perModule: number): Float32Array {
  const wide = size * samplesPerModule;
  const samples = samplesPerModule / perModule;
  const share = new Float32Array((size * perModule) ** 2);
  const inside = sampleModules(area, size);
  for (let y = 0; y < wide; y++)
    for (let x = 0; x < wide; x++)
      share[Math.floor(y / samples) * size * perModule + Math.floor(x / samples)]! +=
        inside[y * wide + x]! / samples ** 2;
  return share;
}
