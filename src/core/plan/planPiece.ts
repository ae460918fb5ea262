/** A piece, a material and a machine become operations. Polarity, growth, dots and mirroring are decided here only. */
import { plainPaint, type StylePaint } from '../artwork';
import {
  boundsOf,
  fitArcs,
  growRegion,
  insetArea,
  mirrorRegion,
  offsetOutlines,
  placeRegion,
  regionArea,
  reversedContour,
  roundedRectangle,
  uniteRegion,
  type Box,
  type Contour,
  type Region,
} from '../geometry';
import type { Piece } from '../piece';
import { darkInks, inkOf, mirroredInk, pictureBox } from './inks';
import type { Pair } from './materials';
import { blackInk, type Ink, type Operation, type OperationSheet } from './operation';

export interface PlanSettings {
  /** Reflectance reversal: light modules dark and dark modules light. Not every reader takes it. */
  readonly reversed: boolean;
  /** Drawn left for right, for pieces that are looked at from the other side. */
  readonly mirrored: boolean;
}

export interface Plan extends OperationSheet {
  /** Which modules the machine marks: the dark ones, or the light ones with the quiet zone. */
  readonly marks: 'dark modules' | 'light modules and quiet zone';
  /** How far every marked edge is drawn in, so that it comes out in place. */
  readonly compensationMm: number;
  /** What remains of the growth after compensation, on each edge. */
  readonly residualGrowthMm: number;
  readonly mirrored: boolean;
  readonly reversed: boolean;
  /** Area to mark after compensation in square millimetres, as modules are normally marked and the other way round. */
  readonly markedAreaMm2: { readonly normal: number; readonly reversed: number };
}

/** What the style adds to the piece: its paint and, for a picture as ground, that picture. */
export interface PlanPaint {
  readonly paint: StylePaint;
  readonly ground: { readonly png: Uint8Array; readonly width: number; readonly height: number } | null;
}

export function planPiece(
  piece: Piece,
  pair: Pair,
  settings: PlanSettings,
  style: PlanPaint = { paint: plainPaint, ground: null },
): Plan {
  const marksDark = marksDarkModules(pair, settings.reversed);
  const { compensationMm, residualGrowthMm } = compensation(pair);
  const outline = settings.mirrored ? mirrorRegion([piece.outline], piece.widthMm / 2) : [piece.outline];
  return {
    widthMm: piece.widthMm,
    heightMm: piece.heightMm,
    operations: [
      ...seen(
        layParts(piece, pair, settings, style, compensationMm, pair.machine.dotMm),
        piece,
        settings,
      ).map((part): Operation => ({ kind: pair.machine.operation, ...part })),
      { kind: 'cut', label: 'outline of the piece', lines: outline },
    ],
    marks: marksDark ? 'dark modules' : 'light modules and quiet zone',
    compensationMm,
    residualGrowthMm,
    mirrored: settings.mirrored,
    reversed: settings.reversed,
    markedAreaMm2: {
      normal: markedArea(piece, marksDarkModules(pair, false), !settings.reversed, compensationMm),
      reversed: markedArea(piece, marksDarkModules(pair, true), settings.reversed, compensationMm),
    },
  };
}

/** An area in one ink. */
export interface Part {
  readonly label: string;
  readonly area: Region;
  readonly ink: Ink;
}

/** The parts as they come out and are seen: growth brings what is drawn in back to its nominal outlines. */
export function nominalParts(
  piece: Piece,
  pair: Pair,
  settings: PlanSettings,
  style: PlanPaint,
): readonly Part[] {
  return seen(layParts(piece, pair, settings, style, 0, null), piece, settings);
}

function seen(parts: readonly Part[], piece: Piece, { mirrored }: PlanSettings): readonly Part[] {
  if (!mirrored) return parts;
  const axis = piece.widthMm / 2;
  return parts.map(({ label, area, ink }) => ({
    label,
    area: mirrorRegion(area, axis),
    ink: mirroredInk(ink, axis),
  }));
}

function layParts(
  piece: Piece,
  pair: Pair,
  settings: PlanSettings,
  style: PlanPaint,
  compensationMm: number,
  dotMm: number | null,
): readonly Part[] {
  const marksDark = marksDarkModules(pair, settings.reversed);
  const onDots = (region: Region): Region => (dotMm === null ? region : alignToDots(region, piece, dotMm));
  const drawIn = (region: Region): Region => offsetOutlines(onDots(region), -compensationMm);
  const logoInk =
    piece.logo === null
      ? []
      : grownLogo(onDots(piece.logo.ink), marksDark ? -compensationMm : compensationMm);
  if (pair.machine.inks === 'process')
    return printParts(piece, marksDark, style, drawIn, logoInk, compensationMm);
  return [
    marksDark
      ? { label: 'dark modules', area: [...drawIn(piece.dark()), ...logoInk], ink: blackInk }
      : {
          label: 'light modules and quiet zone',
          area: drawnInLight(onDots(piece.light()), compensationMm, piece.narrowestGapMm, logoInk),
          ink: blackInk,
        },
  ];
}

/** Ground first, then modules, finder patterns and logo, each in its ink; parts of one ink are one operation. */
function printParts(
  piece: Piece,
  marksDark: boolean,
  { paint, ground }: PlanPaint,
  drawIn: (region: Region) => Region,
  logoInk: Region,
  compensationMm: number,
): readonly Part[] {
  const inks = darkInks(paint, piece);
  if (!marksDark)
    return [
      {
        label: 'light modules and quiet zone',
        area: drawnInLight(piece.light(), compensationMm, piece.narrowestGapMm, logoInk),
        ink: inks.modules,
      },
    ];
  const parts: Part[] = [];
  const field = [piece.field];
  if (paint.ground.kind === 'paint')
    parts.push({ label: 'ground', area: field, ink: inkOf(paint.ground.paint, piece.quietZone) });
  if (paint.ground.kind === 'picture' && ground !== null) {
    const { opacity, fit } = paint.ground;
    const box = pictureBox(piece.quietZone, ground.width, ground.height, fit);
    parts.push({
      label: 'ground',
      area: field,
      ink: { kind: 'picture', png: ground.png, box, opacity, mirrored: false },
    });
  }
  const isOneInk = inks.finders.every(({ ring, centre }) => ring === inks.modules && centre === inks.modules);
  if (isOneInk) parts.push({ label: 'dark modules', area: drawIn(piece.dark()), ink: inks.modules });
  else {
    parts.push({ label: 'modules', area: drawIn(piece.parts().modules), ink: inks.modules });
    piece.parts().finders.forEach(({ ring, centre }, place) => {
      parts.push({ label: 'finder ring', area: drawIn(ring), ink: inks.finders[place]!.ring });
      parts.push({ label: 'finder centre', area: drawIn(centre), ink: inks.finders[place]!.centre });
    });
  }
  const { logo } = piece;
  if (logo === null) return parts;
  if (logo.picture !== null)
    parts.push({
      label: 'logo',
      area: boxOutline(logo.picture.box),
      ink: { kind: 'picture', ...logo.picture, opacity: 1, mirrored: false },
    });
  for (const { colour, area } of logo.shapes)
    parts.push({ label: 'logo', area, ink: { kind: 'solid', colour } });
  if (logo.picture === null && logo.shapes.length === 0)
    parts.push({ label: 'logo', area: logoInk, ink: inks.modules });
  return parts;
}

const boxOutline = (box: Box): Region => [roundedRectangle(box, 0)];

/** A logo's outlines may be of any shape, so they are grown by the clipping library. */
function grownLogo(ink: Region, growthMm: number): Region {
  return growthMm === 0 ? ink : fitArcs(growRegion(ink, growthMm, finestMm), 2 * finestMm);
}

/** Light areas drawn in. Where dark outlines, which are their holes, could meet each other or the logo, they are united. */
function drawnInLight(
  [edge, ...holes]: Region,
  compensationMm: number,
  narrowestGapMm: number,
  logoInk: Region,
): Region {
  const field = offsetOutlines([edge!], -compensationMm);
  const grown = offsetOutlines(holes, -compensationMm);
  const meet = compensationMm > 0 && narrowestGapMm <= 2 * compensationMm + finestMm;
  const reach = boundsOf(logoInk);
  if (!meet && reach === null) return [...field, ...grown];
  const isNear = (contour: Contour): boolean =>
    meet || (reach !== null && reaches(contour, reach, 4 * compensationMm));
  const near = grown.filter(isNear);
  if (near.length === 0) return [...field, ...grown, ...logoInk.map(reversedContour)];
  const united = fitArcs(uniteRegion([...near.map(reversedContour), ...logoInk], finestMm), 2 * finestMm);
  return [...field, ...grown.filter((contour) => !near.includes(contour)), ...united.map(reversedContour)];
}

/** Whether an outline has a vertex in a box or close to it. What is cleared for a logo leaves no edge across it. */
function reaches(contour: Contour, { x, y, width, height }: Box, closeMm: number): boolean {
  for (const vertex of contour)
    if (
      vertex.x > x - closeMm &&
      vertex.x < x + width + closeMm &&
      vertex.y > y - closeMm &&
      vertex.y < y + height + closeMm
    )
      return true;
  return false;
}

/**
 * Counted in module units, where the outlines lie already. Exact for what is marked; the other way round it is what lies
 * between the field and the dark outlines.
 */
function markedArea(
  { artwork, moduleMm, logo, field }: Piece,
  marksDark: boolean,
  isMarked: boolean,
  compensationMm: number,
): number {
  const inset = compensationMm / moduleMm;
  const scale = moduleMm * moduleMm;
  const logoArea = logo === null ? 0 : regionArea(logo.ink);
  if (marksDark) return insetArea(artwork.dark, inset) * scale + logoArea;
  // The field may be cut by the edge of the piece; its holes are not.
  const holes = isMarked ? insetArea(artwork.light().slice(1), inset) : -insetArea(artwork.dark, -inset);
  return insetArea([field], compensationMm) + holes * scale - logoArea;
}

/** Marks that come out darker make the dark modules, lighter ones the light modules; reversal turns it round. */
export function marksDarkModules(pair: Pair, reversed: boolean): boolean {
  return (pair.markTone === 'darker') !== reversed;
}

/** A printer with dots can only take back whole dots of growth; other machines take back all of it. */
function compensation({ machine, process }: Pair): { compensationMm: number; residualGrowthMm: number } {
  const { growthMm } = process;
  const compensationMm =
    machine.dotMm === null ? growthMm : Math.round(growthMm / machine.dotMm) * machine.dotMm;
  return { compensationMm, residualGrowthMm: growthMm - compensationMm };
}

/** Narrowest detail that is kept where outlines have to be united, in millimetres. */
const finestMm = 0.002;

/** Moves the code by less than a dot, so that its corner lies on the printer's grid. */
function alignToDots(region: Region, { code }: Piece, dotMm: number): Region {
  const shift = (value: number): number => Math.round(value / dotMm) * dotMm - value;
  return placeRegion(region, 1, shift(code.x), shift(code.y));
}
