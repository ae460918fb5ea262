/** A loaded logo made ready to be placed: one in size, centred, with what becomes a mark. */
import {
  boundsOf,
  cutRegion,
  Effort,
  fitArcs,
  placeRegion,
  TooComplex,
  uniteRegion,
  type Box,
  type Region,
} from '../geometry';
import { lumaOfRgb, rgbOfHex } from '../colour';
import { finestShare, type ColouredShape, type RawLogo } from './art';
import type { LoadedLogo } from './load';
import type { LogoSettings } from './settings';
import { masksOf, type Pixels, traceMask } from './trace';

/** Coordinates from its middle; the longer side is 1. */
export interface LogoArt {
  readonly width: number;
  readonly height: number;
  /** What is marked where marks have one tone. */
  readonly ink: Region;
  /** In paint order, for machines that print in colour; the title comes last. */
  readonly shapes: readonly ColouredShape[];
  /** A picture to be printed as it is, under the shapes. */
  readonly picture: {
    readonly png: Uint8Array;
    readonly box: Box;
    readonly pixels: Pixels;
    /** 1 for pixels that show nothing of it. */
    readonly empty: Uint8Array;
  } | null;
}

/** How far fitted arcs may leave the outline, as a share of the longer side. */
const arcTolerance = 2 * finestShare;
/** The title's height without ascenders and descenders: at most this share of the art, and its distance as a share of itself. */
const largestTitle = 0.34;
const titleGap = 0.35;

/** More outlines than this are drawn at no speed that anyone would wait for; drawings of things have a few hundred. */
export const mostOutlines = 4000;

/** A logo made ready, or a sentence on why it is not. */
export type ReadyArt = LogoArt | { readonly problem: string };

/** What was loaded, made ready; with `isWhole` its size is that of all of it, not of what becomes a mark alone. */
export function readyArt(loaded: LoadedLogo, ink: LogoSettings['ink'], isWhole = false): ReadyArt {
  if ('problem' in loaded) return loaded;
  const given = loaded.kind === 'pixels' ? 0 : outlinesOf(loaded.shapes);
  if (given > mostOutlines) return tooMany(given);
  let art: LogoArt | null;
  try {
    art = logoArt(loaded, ink, isWhole);
  } catch (error) {
    if (error instanceof TooComplex) return { problem: error.message };
    throw error;
  }
  if (art === null) return { problem: nothingMarked(ink) };
  return art.ink.length > mostOutlines ? tooMany(art.ink.length) : art;
}

const nothingMarked = ({ inverted }: LogoSettings['ink']): string =>
  inverted
    ? 'Nothing in this picture is light enough to be marked.'
    : 'Nothing in this picture is dark enough to be marked.';

const outlinesOf = (shapes: readonly ColouredShape[]): number =>
  shapes.reduce((sum, { area }) => sum + area.length, 0);

const tooMany = (count: number): { readonly problem: string } => ({
  problem: `It has ${count} outlines; at most ${mostOutlines} are drawn. Remove what is finely patterned or hatched.`,
});

/** Null when nothing of it becomes a mark: the threshold leaves nothing. Throws `TooComplex`. */
export function logoArt(raw: RawLogo, ink: LogoSettings['ink'], isWhole = false): LogoArt | null {
  const drawn =
    raw.kind === 'shapes' ? artOfShapes(raw.shapes, ink, isWhole) : artOfPixels(raw, ink, isWhole);
  if (drawn === null) return null;
  return withTitle(drawn, raw.title);
}

interface Drawn {
  readonly box: Box;
  readonly ink: Region;
  readonly shapes: readonly ColouredShape[];
  readonly picture: Omit<NonNullable<LogoArt['picture']>, 'box'> | null;
}

function artOfShapes(
  shapes: readonly ColouredShape[],
  rule: LogoSettings['ink'],
  isWhole: boolean,
): Drawn | null {
  const all = boundsOf(shapes.flatMap(({ area }) => area));
  if (all === null) return null;
  const tolerance = Math.max(all.width, all.height) * finestShare;
  const isInk = ({ colour }: ColouredShape): boolean =>
    lumaOfRgb(rgbOfHex(colour)) < rule.threshold !== rule.inverted;
  // Shapes of one tone that follow each other are taken together: one by one they would cost the square of their number.
  const effort = new Effort();
  effort.spendArea(shapes.flatMap(({ area }) => area));
  let ink: Region = [];
  for (let from = 0, to = 0; from < shapes.length; from = to) {
    const marks = isInk(shapes[from]!);
    while (to < shapes.length && isInk(shapes[to]!) === marks) to++;
    const area = shapes.slice(from, to).flatMap((shape) => shape.area);
    // What is there already is gone through again for each.
    effort.spendEdges(ink);
    const isUnitedAlready = ink.length === 0 && to - from === 1;
    if (!marks) ink = ink.length === 0 ? ink : cutRegion(ink, area, tolerance);
    else ink = isUnitedAlready ? area : uniteRegion([...ink, ...area], tolerance);
  }
  const box = rule.keepsColours || isWhole ? all : boundsOf(ink);
  return box === null ? null : { box, ink, shapes, picture: null };
}

function artOfPixels(
  raw: Extract<RawLogo, { kind: 'pixels' }>,
  rule: LogoSettings['ink'],
  isWhole: boolean,
): Drawn | null {
  const masks = masksOf(raw, rule);
  const ink = traceMask(masks.ink, raw.width, raw.height);
  const { empty } = masks;
  const box = isWhole ? boxOfPixels(raw, empty) : boundsOf(ink);
  return box === null ? null : { box, ink, shapes: [], picture: { png: raw.png, pixels: raw, empty } };
}

/** Around all pixels that show something; null where none does. */
function boxOfPixels({ width, height }: Pixels, empty: Uint8Array): Box | null {
  let [left, right, top, bottom] = [width, -1, height, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (empty[y * width + x] === 1) continue;
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [top, bottom] = [Math.min(top, y), y];
    }
  return right < 0 ? null : { x: left, y: top, width: right + 1 - left, height: bottom + 1 - top };
}

function withTitle({ box, ink, shapes, picture }: Drawn, title: Region): LogoArt {
  const words = boundsOf(title);
  const scale =
    words === null ? 0 : Math.min(box.width / words.width, (largestTitle * box.height) / words.height);
  const titleHeight = words === null ? 0 : words.height * scale;
  const height = box.height + titleHeight * (1 + titleGap);
  const side = Math.max(box.width, height);
  // The title stands under the middle of the art.
  const set =
    words === null
      ? []
      : placeRegion(
          title,
          scale,
          box.x + (box.width - words.width * scale) / 2 - words.x * scale,
          box.y + box.height + titleHeight * titleGap - words.y * scale,
        );
  const centred = (region: Region): Region =>
    placeRegion(region, 1 / side, -(box.x + box.width / 2) / side, -(box.y + height / 2) / side);
  const smooth = (region: Region): Region => fitArcs(centred(region), arcTolerance);
  return {
    width: box.width / side,
    height: height / side,
    ink: smooth([...ink, ...set]),
    shapes: [
      ...shapes.map(({ colour, area }) => ({ colour, area: smooth(area) })),
      ...(set.length > 0 ? [{ colour: '#000000', area: smooth(set) }] : []),
    ],
    picture: picture === null ? null : { ...picture, box: pictureBox(box, height, side, picture.pixels) },
  };
}

/** Where the whole picture lies when its ink lies in `box`. */
function pictureBox(box: Box, height: number, side: number, pixels: Pixels): Box {
  return {
    x: -(box.x + box.width / 2) / side,
    y: -(box.y + height / 2) / side,
    width: pixels.width / side,
    height: pixels.height / side,
  };
}
