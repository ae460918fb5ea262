/** One code as parts, each in its ink: dark modules, or light ones with the quiet zone, and the logo. */
import type { StylePaint } from '../artwork';
import {
  boundsOf,
  fitArcs,
  growRegion,
  offsetOutlines,
  placeRegion,
  reversedContour,
  uniteRegion,
  type Box,
  type Contour,
  type Region,
  boxContour,
} from '../geometry';
import { turnedWith, type PlacedCode } from '../piece';
import { withBridges } from './bridges';
import { codeBridges } from './held';
import { marksDarkModules, type PlanSettings } from './settings';
import { darkInks, inkOf, pictureBox, turnedInk } from './inks';
import type { Pair } from './pair';
import { blackInk, type Ink } from './operation';

/** What a style adds to a code: its paint and, for a picture as ground, that picture. */
export interface PlanPaint {
  readonly paint: StylePaint;
  readonly ground: { readonly png: Uint8Array; readonly width: number; readonly height: number } | null;
}

/** An area in one ink. */
export interface Part {
  readonly label: string;
  readonly area: Region;
  readonly ink: Ink;
}

/** For the machine, or for the eye. */
export interface Purpose {
  /** By how much marks are drawn in; none for what is seen. */
  readonly compensationMm: number;
  /** Light between dark units that is drawn narrower than this is left unmarked, and the units run together. */
  readonly sliverMm: number;
  /** Null for machines without dots and for what is seen. */
  readonly dotMm: number | null;
  readonly isSeen: boolean;
}

/** What is marked or printed of one code, turned with it. */
export function codeParts(
  code: PlacedCode,
  pair: Pair,
  settings: PlanSettings,
  style: PlanPaint,
  purpose: Purpose,
): readonly Part[] {
  const marksDark = marksDarkModules(pair, settings.reversed);
  const bridges = codeBridges(code, pair, settings);
  const upright = uprightParts(code, pair, marksDark, style, purpose).map((part) =>
    bridges === null ? part : { ...part, area: withBridges(part.area, bridges, purpose.compensationMm) },
  );
  if (code.turn === 0) return upright;
  const centre = { x: code.code.x + code.code.width / 2, y: code.code.y + code.code.height / 2 };
  return upright.map(({ label, area, ink }) => ({
    label,
    area: turnedWith(code, area),
    ink: turnedInk(ink, centre, code.turn),
  }));
}

function uprightParts(
  piece: PlacedCode,
  pair: Pair,
  marksDark: boolean,
  style: PlanPaint,
  purpose: Purpose,
): readonly Part[] {
  const { compensationMm, dotMm } = purpose;
  const onDots = (region: Region): Region =>
    dotMm === null ? region : alignToDots(region, piece, dotMm, compensationMm);
  const drawIn = (region: Region): Region => offsetOutlines(onDots(region), -compensationMm);
  const logoInk =
    piece.logo === null ? [] : grownInk(onDots(piece.logo.ink), marksDark ? -compensationMm : compensationMm);
  if (pair.machine.inks === 'process')
    return [...whiteUnder(piece, pair), ...printParts(piece, marksDark, style, drawIn, logoInk, purpose)];
  return [
    ...whiteUnder(piece, pair),
    marksDark
      ? { label: 'dark modules', area: [...drawIn(piece.dark()), ...logoInk], ink: blackInk }
      : {
          label: 'light modules and quiet zone',
          area: drawnInLight(onDots(piece.light()), piece.narrowestGapMm, logoInk, purpose),
          ink: blackInk,
        },
  ];
}

/** On clear film, where it is wanted. */
const whiteUnder = ({ field }: PlacedCode, { groundColour, material }: Pair): Part[] =>
  groundColour === material.baseColour
    ? []
    : [
        {
          label: 'white background',
          area: [field],
          ink: { kind: 'solid', colour: groundColour, plate: 'white' },
        },
      ];

/** Ground first, then modules, finder patterns and logo, each in its ink; parts of one ink are one operation. */
function printParts(
  piece: PlacedCode,
  marksDark: boolean,
  { paint, ground }: PlanPaint,
  drawIn: (region: Region) => Region,
  logoInk: Region,
  purpose: Purpose,
): readonly Part[] {
  const inks = darkInks(paint, piece);
  if (!marksDark)
    return [
      {
        label: 'light modules and quiet zone',
        area: drawnInLight(piece.light(), piece.narrowestGapMm, logoInk, purpose),
        ink: inks.modules,
      },
    ];
  const parts: Part[] = [];
  const field = [piece.field];
  if (paint.ground.kind === 'paint')
    parts.push({ label: 'background', area: field, ink: inkOf(paint.ground.paint, piece.quietZone) });
  if (paint.ground.kind === 'picture' && ground !== null) {
    const { opacity, fit } = paint.ground;
    const box = pictureBox(piece.quietZone, ground.width, ground.height, fit);
    parts.push({
      label: 'background',
      area: field,
      ink: { kind: 'picture', png: ground.png, box, turn: 0, opacity, mirrored: false },
    });
  }
  const coloured = (wantsDark: boolean): Part[] =>
    piece
      .parts()
      .coloured.filter(({ isDark }) => isDark === wantsDark)
      .map(({ colour, area }) => ({
        label: 'picture',
        area: wantsDark ? drawIn(area) : area,
        ink: { kind: 'solid', colour },
      }));
  parts.push(...coloured(false));
  const isOneInk = inks.finders.every(({ ring, centre }) => ring === inks.modules && centre === inks.modules);
  if (isOneInk) parts.push({ label: 'dark modules', area: drawIn(piece.dark()), ink: inks.modules });
  else {
    parts.push({ label: 'modules', area: drawIn(piece.parts().modules), ink: inks.modules });
    piece.parts().finders.forEach(({ ring, centre }, place) => {
      parts.push({ label: 'finder ring', area: drawIn(ring), ink: inks.finders[place]!.ring });
      parts.push({ label: 'finder centre', area: drawIn(centre), ink: inks.finders[place]!.centre });
    });
  }
  parts.push(...coloured(true));
  const { logo } = piece;
  if (logo === null) return parts;
  if (logo.picture !== null)
    parts.push({
      label: 'logo',
      area: [boxContour(logo.picture.box)],
      ink: { kind: 'picture', ...logo.picture, turn: 0, opacity: 1, mirrored: false },
    });
  for (const { colour, area } of logo.shapes)
    parts.push({ label: 'logo', area, ink: { kind: 'solid', colour } });
  if (logo.picture === null && logo.shapes.length === 0)
    parts.push({ label: 'logo', area: logoInk, ink: inks.modules });
  return parts;
}

/** Outlines of any shape are grown by the clipping library. */
export function grownInk(ink: Region, growthMm: number): Region {
  return growthMm === 0 ? ink : fitArcs(growRegion(ink, growthMm, finestMm), 2 * finestMm);
}

/**
 * Light areas drawn in. Where dark outlines, which are their holes, could meet each other or the logo, they are united; where
 * what stays between them is too narrow to be marked, it is closed (morphological closing by half of that width).
 */
function drawnInLight(
  [edge, ...holes]: Region,
  narrowestGapMm: number,
  logoInk: Region,
  { compensationMm, sliverMm }: Purpose,
): Region {
  const field = offsetOutlines([edge!], -compensationMm);
  const grown = offsetOutlines(holes, -compensationMm);
  const meet = compensationMm > 0 && narrowestGapMm <= 2 * compensationMm + finestMm;
  const reach = boundsOf(logoInk);
  if (narrowestGapMm < sliverMm + 2 * compensationMm - finestMm) {
    const united = uniteRegion([...grown.map(reversedContour), ...logoInk], finestMm);
    const closed = growRegion(
      growRegion(united, sliverMm / 2, finestMm, 'mitre'),
      -sliverMm / 2,
      finestMm,
      'mitre',
    );
    return [...field, ...fitArcs(closed, 2 * finestMm).map(reversedContour)];
  }
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

/** Narrowest detail that is kept where outlines have to be united, in millimetres. */
const finestMm = 0.002;

/**
 * Moves the code by a dot at most, so that its edges lie on the printer's grid once they are drawn in: where an odd number of
 * dots is taken from a mark, half a dot from each edge, all of it comes from one side.
 */
function alignToDots(region: Region, { code }: PlacedCode, dotMm: number, compensationMm: number): Region {
  const halfDots = Math.round((2 * compensationMm) / dotMm) % 2;
  const shift = (value: number): number => Math.round(value / dotMm) * dotMm - value + (halfDots * dotMm) / 2;
  return placeRegion(region, 1, shift(code.x), shift(code.y));
}
