/** A photograph of a test piece comes in; how readily each patch is read, and how its marks came out, goes out. */
import { brightnessOf, frameOf, type Brightness, type Frame } from '../camera';
import { encodedOfLinear, linearOfEncoded } from '../colour';
import type { Vertex } from '../geometry';
import {
  findCodes,
  fitGrid,
  fitHomography,
  lumaAt,
  project,
  remapped,
  shrunk,
  turnedRound,
  type Corners,
} from '../photo';
import { readerState, verdictOf } from '../proof';
import type { Reader } from '../readers';
import type { QrSymbol } from '../symbol';
import { drawCoupon, patchSymbol } from './drawCoupon';
import { patchModules } from './layCoupon';
import { patchMessage, patchOfMessage, type Coupon, type Patch, type PatchReading } from './schema';

export type CouponReading =
  { readonly id: string; readonly patches: readonly PatchReading[] } | { readonly problem: string };

export interface CouponCourse {
  readonly tell?: (done: number, of: number) => void;
  readonly isStale?: () => boolean;
}

/** Fewer pixels to a module say what the camera sees, not what the machine made. */
export const leastPixels = 4;
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
  const found = await placesOf(frame, picture, coupon, isStale);
  if (found === null || isStale?.() === true) return null;
  if ('problem' in found) return found;
  const drawing = drawCoupon(coupon, null);
  const patches: PatchReading[] = [];
  for (const [index, patch] of coupon.patches.entries()) {
    tell?.(index, coupon.patches.length);
    await new Promise((resolve) => setTimeout(resolve));
    if (isStale?.() === true) return null;
    const symbol = patchSymbol(coupon, patch);
    const toned = patch.reversed ? turnedRound(picture) : picture;
    const at = placesIn(toned, found.at, patch);
    if (at === null) continue;
    const pixels = pixelsOf(at);
    const tones = tonesOf(toned, at, symbol);
    const grown =
      pixels < measuredPixels || tones === null || patch.reversed
        ? null
        : darkGrowth(picture, at, symbol, tones);
    const sign = drawing.marksDark[patch.number] === true ? 1 : -1;
    const shown = pixels < leastPixels ? [] : views;
    const counts = readers.map(({ name, votes }) => ({ name, votes, read: 0 }));
    const message = patchMessage(coupon.id, patch.number);
    for (const view of shown) {
      const shot = viewOf(toned, at, pixels, tones?.light ?? null, view);
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

type At = (x: number, y: number) => Vertex;

/** Millimetres of the test piece to pixels, from every one of its codes that is read. */
async function placesOf(
  frame: Frame,
  picture: Brightness,
  coupon: Coupon,
  isStale: CouponCourse['isStale'],
): Promise<{ readonly at: At } | { readonly problem: string } | null> {
  const seen = await findCodes(frame, isStale === undefined ? {} : { isStale });
  const own = seen.flatMap((code) => {
    const which = patchOfMessage(code.text);
    return which === null ? [] : [{ code, which }];
  });
  if (isStale?.() === true) return null;
  if (own.length === 0)
    return {
      problem:
        seen.length === 0
          ? 'No code of the test piece is read in this picture. Take it from straight above, in even light, with all four corners in it.'
          : `The codes in this picture are none of a test piece: ${seen[0]!.text.slice(0, 60)}`,
    };
  const others = own.filter(({ which }) => which.id !== coupon.id);
  if (others.length === own.length)
    return { problem: `This is test piece ${others[0]!.which.id}; the one at hand is ${coupon.id}.` };
  const pairs = own.flatMap(({ code, which }) => {
    const patch = coupon.patches.find(({ number }) => number === which.number);
    if (which.id !== coupon.id || patch === undefined) return [];
    const grid = fitGrid(code.reversed ? turnedRound(picture) : picture, code.corners, code.version);
    if (grid === null) return [];
    const { moduleMm, xMm, yMm } = patch;
    return [
      [0, 0],
      [patchModules, 0],
      [patchModules, patchModules],
      [0, patchModules],
    ].map(([column, row]) => ({
      from: { x: xMm + column! * moduleMm, y: yMm + row! * moduleMm },
      to: code.mirrored ? grid.at(row!, column!) : grid.at(column!, row!),
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
function placesIn(picture: Brightness, at: At, { xMm, yMm, moduleMm }: Patch): At | null {
  const flat: At = (column, row) => at(xMm + column * moduleMm, yMm + row * moduleMm);
  const corners = [
    [-2, -2],
    [patchModules + 2, -2],
    [patchModules + 2, patchModules + 2],
    [-2, patchModules + 2],
  ].map(([column, row]) => flat(column!, row!));
  if (corners.some(({ x, y }) => x < 0 || y < 0 || x > picture.width || y > picture.height)) return null;
  // What of it can be seen says best where it lies: sheets bend, and lenses, too.
  const square = [
    [0, 0],
    [patchModules, 0],
    [patchModules, patchModules],
    [0, patchModules],
  ].map(([column, row]) => flat(column!, row!)) as unknown as Corners;
  const grid = fitGrid(picture, square, 1);
  if (grid === null || grid.patterns < 3) return flat;
  const isNear = [0, patchModules].every((side) => {
    const [own, other] = [grid.at(side, side), flat(side, side)];
    return Math.hypot(own.x - other.x, own.y - other.y) < 1.5 * pixelsOf(flat);
  });
  return isNear ? grid.at : flat;
}

function pixelsOf(at: At): number {
  const length = (from: Vertex, to: Vertex): number =>
    Math.hypot(to.x - from.x, to.y - from.y) / patchModules;
  const [a, b, c, d] = [at(0, 0), at(patchModules, 0), at(patchModules, patchModules), at(0, patchModules)];
  return (length(a, b) + length(b, c) + length(c, d) + length(d, a)) / 4;
}

/** The patch with its quiet zone, turned about its middle. */
function viewOf(
  picture: Brightness,
  at: At,
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
    return at(place.x, place.y);
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

interface Tones {
  readonly dark: number;
  readonly light: number;
}

const lightAt = (picture: Brightness, { x, y }: Vertex): number =>
  linearOfEncoded(lumaAt(picture, x, y) / 255);

/** Mean light of squares of modules, by samples so many to a module. */
function meanOf(
  picture: Brightness,
  at: At,
  box: readonly [number, number, number, number],
  perModule: number,
): number {
  const [left, top, right, bottom] = box;
  const [columns, rows] = [Math.ceil((right - left) * perModule), Math.ceil((bottom - top) * perModule)];
  let sum = 0;
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      sum += lightAt(
        picture,
        at(left + ((column + 0.5) * (right - left)) / columns, top + ((row + 0.5) * (bottom - top)) / rows),
      );
  return sum / (columns * rows);
}

/** Of what is surely dark, the middles of the finder patterns, and surely light, the quiet zone; null where there is no telling. */
function tonesOf(picture: Brightness, at: At, { size }: QrSymbol): Tones | null {
  const dark = [
    [2.75, 2.75],
    [size - 4.25, 2.75],
    [2.75, size - 4.25],
  ].map(([x, y]) => meanOf(picture, at, [x!, y!, x! + 1.5, y! + 1.5], 4));
  const light = (
    [
      [0, -3, size, -1.5],
      [0, size + 1.5, size, size + 3],
      [-3, 0, -1.5, size],
      [size + 1.5, 0, size + 3, size],
    ] as const
  ).map((box) => meanOf(picture, at, box, 3));
  const mean = (values: readonly number[]): number =>
    values.reduce((sum, own) => sum + own, 0) / values.length;
  const tones = { dark: mean(dark), light: mean(light) };
  return tones.light - tones.dark < 0.01 ? null : tones;
}

/** Lines across a row or a column of modules, steps of a line to a module, and how far from its place an edge is looked for. */
const [lines, stepsPerModule, reachModules] = [[-0.25, 0, 0.25], 12, 0.6] as const;
/** Of a run's end that blur and growth may reach, and of its middle that is looked at, in modules. */
const [nearEdge, deepInside] = [0.35, 1.65];

/**
 * By how much dark grew on each edge, in modules: how far edges between runs of two modules or more lie from where they were
 * meant, taking an edge to be where light is half way between both sides. What is dark on the left of an edge and what is dark
 * on its right count alike, so that a grid that lies a little off takes from the one what it gives to the other. Null where
 * there are too few edges.
 */
function darkGrowth(
  picture: Brightness,
  at: At,
  { size, modules }: QrSymbol,
  { dark, light }: Tones,
): number | null {
  const found: { readonly darkFirst: number[]; readonly lightFirst: number[] } = {
    darkFirst: [],
    lightFirst: [],
  };
  const isDark = (along: number, line: number, isDown: boolean): boolean =>
    along >= 0 && along < size && modules[isDown ? along * size + line : line * size + along] === 1;
  for (const isDown of [false, true])
    for (let line = 0; line < size; line++) {
      const profiles = lines.map(
        (aside) =>
          (along: number): number =>
            lightAt(picture, isDown ? at(line + 0.5 + aside, along) : at(along, line + 0.5 + aside)),
      );
      for (const { place, before, after, darkFirst } of edgesOf(size, (along) =>
        isDark(along, line, isDown),
      )) {
        if (before < 2 || after < 2) continue;
        for (const profile of profiles) {
          const off = edgeOff(profile, place, darkFirst, (light - dark) / 2);
          if (off !== null) found[darkFirst ? 'darkFirst' : 'lightFirst'].push(darkFirst ? off : -off);
        }
      }
    }
  if (found.darkFirst.length < leastEdges || found.lightFirst.length < leastEdges) return null;
  return (middleOf(found.darkFirst) + middleOf(found.lightFirst)) / 2;
}
const leastEdges = 20;

/** Where tones change along a line, with the lengths of the runs before and after; the quiet zone is a run as well. */
function edgesOf(
  size: number,
  isDark: (along: number) => boolean,
): readonly {
  readonly place: number;
  readonly before: number;
  readonly after: number;
  readonly darkFirst: boolean;
}[] {
  const places: number[] = [];
  for (let along = 0; along <= size; along++) if (isDark(along) !== isDark(along - 1)) places.push(along);
  return places.map((place, index) => ({
    place,
    before: place - (places[index - 1] ?? -4),
    after: (places[index + 1] ?? size + 4) - place,
    darkFirst: isDark(place - 1),
  }));
}

/** How far to the right an edge lies of its place; null where there is none, as between the levels of both sides. */
function edgeOff(
  profile: (along: number) => number,
  place: number,
  darkFirst: boolean,
  leastStep: number,
): number | null {
  const level = (from: number, to: number): number => {
    let sum = 0;
    for (let step = 0; step < 8; step++) sum += profile(from + ((step + 0.5) / 8) * (to - from));
    return sum / 8;
  };
  const before = level(place - deepInside, place - nearEdge);
  const after = level(place + nearEdge, place + deepInside);
  if ((darkFirst ? after - before : before - after) < leastStep) return null;
  const middle = (before + after) / 2;
  let nearest: number | null = null;
  let last = profile(place - reachModules);
  for (let step = 1; step <= 2 * reachModules * stepsPerModule; step++) {
    const along = place - reachModules + step / stepsPerModule;
    const next = profile(along);
    if (last < middle === darkFirst && next >= middle === darkFirst) {
      const off = along - (next - middle) / (next - last) / stepsPerModule - place;
      if (nearest === null || Math.abs(off) < Math.abs(nearest)) nearest = off;
    }
    last = next;
  }
  return nearest;
}

/** Mean of the middle half: specks and scratches lie beyond it. */
function middleOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const cut = Math.floor(sorted.length / 4);
  const kept = sorted.slice(cut, sorted.length - cut);
  return kept.reduce((sum, own) => sum + own, 0) / kept.length;
}
