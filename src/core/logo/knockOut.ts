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

export interface PlacedLogo {
  /** The art's box. */
  readonly box: Box;
  /** What reads dark. */
  readonly ink: Region;
  /** Colours that are neither clearly dark nor clearly light: how they read cannot be told. */
  readonly mixed: Region;
  /** Printed in colour; empty where marks have one tone. */
  readonly shapes: readonly ColouredShape[];
  readonly picture: { readonly png: Uint8Array; readonly box: Box } | null;
  /** The shape that is kept free for the logo. */
  readonly knockOut: Region;
  /** Modules that are taken away whole: 1, row by row. */
  readonly cleared: Uint8Array;
  /** Whether the knock-out cuts through modules that are not taken away whole. */
  readonly cuts: boolean;
}

/** Finest detail of a knock-out, in modules. */
const finest = 0.004;

/** Places the art on a symbol of `size` modules a side. */
export function placeLogo(
  art: LogoArt,
  settings: Pick<LogoSettings, 'share' | 'place' | 'marginModules' | 'knockOut'>,
  size: number,
  inColour: boolean,
): PlacedLogo {
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
  const shapes = inColour ? art.shapes.map(({ colour, area }) => ({ colour, area: put(area) })) : [];
  const knockOut = knockOutArea(box, ink, settings);
  const { wholeModules } = settings.knockOut;
  return {
    box,
    ink,
    mixed: inColour ? mixedArea(art, box, shapes) : [],
    shapes,
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
    knockOut,
    cleared: clearedModules(knockOut, size, wholeModules),
    cuts: !wholeModules,
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
