/** A photograph of a test piece comes in; how readily each patch is read, and how its marks came out, goes out. */
import { brightnessOf, frameOf, type Brightness, type Frame } from '../camera';
import { encodedOfLinear } from '../colour';
import type { Vertex } from '../geometry';
import {
  findCodes,
  fitGrid,
  fitHomography,
  project,
  remapped,
  shrunk,
  turnedRound,
  type Corners,
} from '../photo';
import { readerState, verdictOf } from '../proof';
import type { Reader } from '../readers';
import { drawCoupon, patchSymbol } from './drawCoupon';
import { breathe, onDemand } from '../tasks';
import { patchModules } from './layCoupon';
import { darkGrowth, lightOf, tonesOf, type At } from './marks';
import { patchMessage, patchOfMessage, type Coupon, type Patch, type PatchReading } from './schema';

export type CouponReading =
  { readonly id: string; readonly patches: readonly PatchReading[] } | { readonly problem: string };

export interface CouponCourse {
  readonly tell?: (done: number, of: number) => void;
  readonly isStale?: () => boolean;
}

/** Fewer pixels to a module say what the camera sees, not what the machine made. */
const leastPixels = 4;
/** More pixels are averaged: readers are not shown larger pictures than phones take. */
const shownPixels = 6;
/** Widths of edges are measured from so many on. */
const measuredPixels = 6;
/** How each view of a patch is turned, in degrees, and how large it is shown. */
const views = [3, 29, 52, 78, 101, 126, 157, 203, 248, 301].map((degrees, index) => ({
  turn: (degrees * Math.PI) / 180,
  scale: 1 - 0.06 * (index % 4),
}));

/** The picture as it stands, and then with dark and light turned round. Null when it became stale. */
export async function readCoupon(
  frame: Frame,
  coupon: Coupon,
  readers: readonly Reader[],
  { tell, isStale }: CouponCourse = {},
): Promise<CouponReading | null> {
  const picture = brightnessOf(frame);
  const round = onDemand(() => turnedRound(picture));
  const toned = (isReversed: boolean): Brightness => (isReversed ? round() : picture);
  const found = await placesOf(frame, toned, coupon, isStale);
  if (found === null || isStale?.() === true) return null;
  if ('problem' in found) return found;
  const drawing = drawCoupon(coupon, null);
  const [upright, reversed] = [onDemand(() => lightOf(picture)), onDemand(() => lightOf(round()))];
  const patches: PatchReading[] = [];
  for (const [index, patch] of coupon.patches.entries()) {
    tell?.(index, coupon.patches.length);
    await breathe();
    if (isStale?.() === true) return null;
    const symbol = patchSymbol(coupon, patch);
    const seen = toned(patch.reversed);
    const places = placesIn(seen, found.at, patch);
    if (places === null) continue;
    const pixels = pixelsOf(places);
    const plane = patch.reversed ? reversed() : upright();
    const tones = tonesOf(plane, places, symbol);
    const grown =
      pixels < measuredPixels || tones === null || patch.reversed
        ? null
        : darkGrowth(plane, places, symbol, tones);
    const sign = drawing.marksDark[patch.number] === true ? 1 : -1;
    const shown = pixels < leastPixels ? [] : views;
    const counts = readers.map(({ name, votes }) => ({ name, votes, read: 0 }));
    const message = patchMessage(coupon.id, patch.number);
    for (const view of shown) {
      const shot = viewOf(seen, places, pixels, tones?.light ?? null, view);
      for (const [place, reader] of readers.entries())
        if ((await reader.read(shot)) === message) counts[place]!.read++;
    }
    const voting = counts.filter(({ votes }) => votes);
    patches.push({
      number: patch.number,
      pixelsPerModule: pixels,
      views: shown.length,
      readers: counts,
      verdict:
        shown.length === 0
          ? null
          : verdictOf(counts.map(({ votes, read }) => ({ votes, state: readerState(read, shown.length) }))),
      leastShare: shown.length === 0 ? 0 : Math.min(...voting.map(({ read }) => read)) / shown.length,
      // Half way in light is another place in a picture that is turned round.
      residualMm: grown === null ? null : sign * grown * patch.moduleMm,
      contrast: tones === null ? 0 : Math.max(0, (tones.light - tones.dark) / Math.max(tones.light, 1e-6)),
    });
  }
  return { id: coupon.id, patches };
}

/** Columns and rows of the corners of a patch, so many modules beyond its symbol, from the upper left one clockwise. */
const corners = (beyond: number): readonly (readonly [number, number])[] => [
  [-beyond, -beyond],
  [patchModules + beyond, -beyond],
  [patchModules + beyond, patchModules + beyond],
  [-beyond, patchModules + beyond],
];

/** Millimetres of the test piece to pixels, from every one of its codes that is read. */
async function placesOf(
  frame: Frame,
  toned: (isReversed: boolean) => Brightness,
  coupon: Coupon,
  isStale: CouponCourse['isStale'],
): Promise<{ readonly at: At } | { readonly problem: string } | null> {
  const seen = await findCodes(frame, isStale === undefined ? {} : { isStale });
  const patches = seen.flatMap((code) => {
    const which = patchOfMessage(code.text);
    return which === null ? [] : [{ code, which }];
  });
  if (isStale?.() === true) return null;
  if (patches.length === 0)
    return {
      problem:
        seen.length === 0
          ? 'No code of the test piece is read in this picture. Take it from straight above, in even light, with all four corners in it.'
          : `The codes in this picture are none of a test piece: ${seen[0]!.text.slice(0, 60)}`,
    };
  const others = patches.filter(({ which }) => which.id !== coupon.id);
  if (others.length === patches.length)
    return { problem: `This is test piece ${others[0]!.which.id}; the one at hand is ${coupon.id}.` };
  const pairs = patches.flatMap(({ code, which }) => {
    const patch = coupon.patches.find(({ number }) => number === which.number);
    if (which.id !== coupon.id || patch === undefined) return [];
    const grid = fitGrid(toned(code.reversed), code.corners, code.version);
    if (grid === null) return [];
    const { moduleMm, xMm, yMm } = patch;
    return corners(0).map(([column, row]) => ({
      from: { x: xMm + column * moduleMm, y: yMm + row * moduleMm },
      to: code.mirrored ? grid.at(row, column) : grid.at(column, row),
      weight: 1,
      patch,
    }));
  });
  const read = new Set(pairs.map(({ patch }) => patch)).size;
  if (read < 2)
    return {
      problem: `${read === 1 ? 'One code' : 'No code'} of the test piece lies clear in this picture, and two are needed to know where the others are. Take all of it, from straight above.`,
    };
  const fitted = fitHomography(pairs);
  if (fitted === null)
    return { problem: 'The codes of this picture do not lie as those of the test piece do.' };
  // What does not lie where the others have it is left out.
  const near = pairs.filter(({ from, to, patch }) => {
    const there = project(fitted, from.x, from.y);
    const module = project(fitted, from.x + patch.moduleMm, from.y);
    return (
      Math.hypot(there.x - to.x, there.y - to.y) < 1.5 * Math.hypot(module.x - there.x, module.y - there.y)
    );
  });
  const map = fitHomography(near) ?? fitted;
  return { at: (x, y) => project(map, x, y) };
}

/** From columns and rows of a patch's modules to pixels; null where it does not lie in the picture. */
function placesIn(picture: Brightness, place: At, { xMm, yMm, moduleMm }: Patch): At | null {
  const flat: At = (column, row) => place(xMm + column * moduleMm, yMm + row * moduleMm);
  const isBeyond = ({ x, y }: Vertex): boolean => x < 0 || y < 0 || x > picture.width || y > picture.height;
  if (corners(2).some(([column, row]) => isBeyond(flat(column, row)))) return null;
  // What of it can be seen says best where it lies: sheets bend, and lenses, too.
  const square = corners(0).map(([column, row]) => flat(column, row)) as unknown as Corners;
  const grid = fitGrid(picture, square, 1);
  if (grid === null || grid.patterns < 3) return flat;
  const isNear = [0, patchModules].every((side) => {
    const [own, other] = [grid.at(side, side), flat(side, side)];
    return Math.hypot(own.x - other.x, own.y - other.y) < 1.5 * pixelsOf(flat);
  });
  return isNear ? grid.at : flat;
}

function pixelsOf(place: At): number {
  const length = (from: Vertex, to: Vertex): number =>
    Math.hypot(to.x - from.x, to.y - from.y) / patchModules;
  const [a, b, c, d] = corners(0).map(([column, row]) => place(column, row)) as unknown as Corners;
  return (length(a, b) + length(b, c) + length(c, d) + length(d, a)) / 4;
}

/** The patch with its quiet zone, turned about its middle. */
function viewOf(
  picture: Brightness,
  places: At,
  pixels: number,
  light: number | null,
  { turn, scale }: (typeof views)[number],
): Frame {
  const shown = Math.min(pixels, shownPixels) * scale;
  const half = patchModules / 2 + 4;
  const side = Math.ceil(2 * half * (Math.abs(Math.cos(turn)) + Math.abs(Math.sin(turn))) * shown);
  const [cosine, sine] = [Math.cos(turn) / shown, Math.sin(turn) / shown];
  // Each pixel is the mean of the square that it stands for.
  const samples = Math.max(1, Math.round(pixels / shown));
  const middle = patchModules / 2;
  const placeOf = (x: number, y: number): Vertex => {
    const [dx, dy] = [x / samples - side / 2, y / samples - side / 2];
    return { x: middle + dx * cosine - dy * sine, y: middle + dx * sine + dy * cosine };
  };
  const large = remapped(picture, side * samples, side * samples, (x, y) => {
    const place = placeOf(x, y);
    return places(place.x, place.y);
  });
  // What lies beside the patch are other patches.
  if (light !== null) {
    const luma = Math.round(255 * encodedOfLinear(light));
    for (let row = 0, pixel = 0; row < large.height; row++)
      for (let column = 0; column < large.width; column++, pixel++) {
        const { x, y } = placeOf(column + 0.5, row + 0.5);
        if (Math.abs(x - middle) > half - 0.2 || Math.abs(y - middle) > half - 0.2) large.luma[pixel] = luma;
      }
  }
  return frameOf(samples === 1 ? large : shrunk(large, samples));
}
