/** The outline of a piece from a drawing: the largest closed line is the edge, closed lines within it are openings. */
import { linesOfDrawing, sanitiseDrawing, startRenderer } from '../../logo';
import {
  boundsOf,
  crossingsWithin,
  fitArcs,
  holdsPoint,
  placeRegion,
  regionArea,
  TooComplex,
  type Region,
} from '../../geometry';
import { clockwise } from './outlines';
import { drawnLimits, type OutlineSettings } from './schema';
import { chainLines, type Line } from './chain';
import { linesOfDxf } from './dxf';

export type ReadOutline =
  | {
      readonly outline: Extract<OutlineSettings, { kind: 'drawn' }>;
      readonly widthMm: number;
      readonly heightMm: number;
      /** What was left out or assumed, as sentences. */
      readonly notes: readonly string[];
    }
  | { readonly problem: string; readonly crossing?: OutlineCrossing };

/** Where an outline crosses itself, to be shown on it; in millimetres from its upper left corner. */
export interface OutlineCrossing {
  readonly outlines: readonly (readonly { readonly x: number; readonly y: number }[])[];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly xMm: number;
  readonly yMm: number;
}

export const outlineFileLimits = { bytes: 4e6, sideMm: 5000, closedLines: 2000 } as const;

/** Ends of lines that are nearer than this are meant to meet. */
const reachMm = 0.05;
const arcToleranceMm = 0.006;
/** CSS pixels to an inch: drawings without units are in pixels (CSS Values 3, 6.2). */
const pxPerInch = 96;

/** SVG or DXF, told by its content. Never throws for what users can bring. */
export async function readOutlineFile(
  bytes: Uint8Array,
  fileName: string,
  renderer: () => Promise<ArrayBuffer>,
): Promise<ReadOutline> {
  if (bytes.length > outlineFileLimits.bytes)
    return {
      problem: `The drawing has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${outlineFileLimits.bytes / 1e6} MB are read.`,
    };
  const text = new TextDecoder().decode(bytes);
  const isSvg = /^\s*</.test(text);
  if (!isSvg && !/^\s*(0\s+SECTION|999)/.test(text))
    return { problem: 'The file is neither an SVG nor a DXF drawing in text form.' };
  try {
    const { lines, notes } = isSvg ? await linesOfSvg(text, renderer) : linesOfDxf(text);
    return outlineOfLines(lines, notes, fileName);
  } catch (error) {
    const why =
      error instanceof Problem || error instanceof TooComplex
        ? error.message
        : 'The drawing is damaged or of an unknown kind.';
    return { problem: why };
  }
}

class Problem extends Error {}

async function linesOfSvg(
  text: string,
  renderer: () => Promise<ArrayBuffer>,
): Promise<{ readonly lines: readonly Line[]; readonly notes: readonly string[] }> {
  const sane = sanitiseDrawing(text);
  if ('problem' in sane) throw new Problem(sane.problem);
  await startRenderer(renderer);
  const { lines, notes } = linesOfDrawing(sane.svg);
  const scale = 25.4 / pxPerInch;
  return {
    lines: lines.map(({ points, isClosed }) => ({
      points: points.map(({ x, y }) => ({ x: x * scale, y: y * scale })),
      isClosed,
    })),
    notes,
  };
}

function outlineOfLines(lines: readonly Line[], given: readonly string[], fileName: string): ReadOutline {
  if (lines.length === 0) return { problem: 'There are no lines in this drawing.' };
  const { closed, openCount, gap } = chainLines(lines, reachMm);
  const contours = closed.map(clockwise).filter((contour) => regionArea([contour]) > 0.01);
  // Of three corners none crosses itself; there may be very many without an area.
  if (contours.length === 0 && openCount === 0)
    return (
      crossedOutline(closed.filter(({ length }) => length > 3)) ?? {
        problem: 'No line of this drawing encloses an area.',
      }
    );
  if (contours.length === 0)
    return {
      problem: `No line of this drawing is closed; the narrowest gap is ${gap.toFixed(2)} mm, and gaps up to ${reachMm} mm are closed.`,
    };
  if (contours.length > outlineFileLimits.closedLines)
    return {
      problem: `The drawing has ${contours.length} closed lines; at most ${outlineFileLimits.closedLines} are looked at. Keep the edge of the piece and its openings.`,
    };
  const areas = new Map(contours.map((contour) => [contour, regionArea([contour])]));
  contours.sort((a, b) => areas.get(b)! - areas.get(a)!);
  const outlines = [contours[0]!, ...openingsIn(contours[0]!, contours.slice(1))];
  const crossed = crossedOutline(outlines);
  if (crossed !== null) return crossed;
  // Arcs are fitted first: their bounds are exact, those of the edges that stand for them are not.
  const exact = fitArcs(outlines, arcToleranceMm);
  const bounds = boundsOf([exact[0]!])!;
  if (
    Math.max(bounds.width, bounds.height) > outlineFileLimits.sideMm ||
    Math.min(bounds.width, bounds.height) < 1
  )
    return {
      problem: `The outline is ${bounds.width.toFixed(1)} × ${bounds.height.toFixed(1)} mm; pieces are from 1 to ${outlineFileLimits.sideMm} mm. Check the unit of the drawing.`,
    };
  const points = exact.flat().length;
  if (exact.length > drawnLimits.outlines || points > drawnLimits.points)
    return {
      problem: `The outline has ${exact.length - 1} openings and ${points} points; at most ${drawnLimits.outlines - 1} and ${drawnLimits.points} are kept. Simplify the drawing.`,
    };
  const fitted = placeRegion(exact, 1, -bounds.x, -bounds.y);
  const notes = [...given];
  if (openCount > 0) notes.push(`Left out: ${openCount} lines that are not closed.`);
  const left = contours.length - outlines.length;
  if (left > 0) notes.push(`Left out: ${left} outlines beside the largest or within openings.`);
  const neat = (value: number): number => Number(value.toFixed(5));
  return {
    outline: {
      kind: 'drawn',
      fileName,
      contours: fitted.map((contour) =>
        contour.map(({ x, y, bulge }) =>
          bulge === undefined
            ? { x: neat(x), y: neat(y) }
            : { x: neat(x), y: neat(y), bulge: Number(bulge.toFixed(8)) },
        ),
      ),
    },
    widthMm: Number(bounds.width.toFixed(3)),
    heightMm: Number(bounds.height.toFixed(3)),
    notes,
  };
}

/** Tells the first place where the edge or an opening crosses itself or another; null where none does. */
function crossedOutline(outlines: Region): ReadOutline | null {
  const [at] = crossingsWithin(outlines, 1);
  const bounds = boundsOf(outlines);
  if (at === undefined || bounds === null) return null;
  const [xMm, yMm] = [at.x - bounds.x, at.y - bounds.y];
  return {
    problem: `The outline crosses itself ${xMm.toFixed(1)} mm from its left and ${yMm.toFixed(1)} mm from its upper edge. Mend the drawing there: a machine cuts along one line around the piece.`,
    crossing: {
      outlines: placeRegion(outlines, 1, -bounds.x, -bounds.y),
      widthMm: bounds.width,
      heightMm: bounds.height,
      xMm,
      yMm,
    },
  };
}

/** Outlines within the edge that lie in no other opening. Doubled lines count once. */
function openingsIn(edge: Region[number], others: readonly Region[number][]): Region {
  const openings: Region[number][] = [];
  const whole = regionArea([edge]);
  for (const contour of others) {
    const isDouble = Math.abs(regionArea([contour]) - whole) < 1e-3 * whole;
    if (isDouble || !holdsPoint([edge], contour[0]!)) continue;
    if (openings.some((opening) => holdsPoint([opening], contour[0]!))) continue;
    openings.push(contour);
  }
  return openings;
}
