/** The lines of a DXF drawing in millimetres, Y downwards. */
import { Effort, flattenRegion, parseDxf, TooComplex, type DxfEntity, type Vertex } from '../../geometry';
import type { Line } from './chain';

/** Millimetres to a unit by `$INSUNITS` [DXF reference, header variables; from memory]; unitless drawings are taken as millimetres. */
const unitsMm: Readonly<Record<number, number>> = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  13: 0.001,
  14: 100,
};

/** Larger circles are no part of a piece; steeper splines are of no machine. */
const [mostRadiusMm, mostDegree, mostEdges] = [1e5, 10, 8000];

export interface DxfLines {
  readonly lines: readonly Line[];
  readonly notes: readonly string[];
}

/** Finest edge of curves in millimetres; arcs are fitted again afterwards. */
const finestMm = 0.002;

/** Throws for what is not DXF, and `TooComplex`; whoever calls says so in words. */
export function linesOfDxf(text: string): DxfLines {
  const drawing = parseDxf(text);
  if (drawing?.entities === undefined) throw new Error('no entities');
  const units = Number(drawing.header?.$INSUNITS ?? 0);
  const scale = unitsMm[units] ?? 1;
  const unread = new Map<string, number>();
  const effort = new Effort();
  const lines = drawing.entities.flatMap((entity): Line[] => {
    const line = lineOf(entity, scale, effort);
    if (line !== null) return [line];
    unread.set(entity.type, (unread.get(entity.type) ?? 0) + 1);
    return [];
  });
  const notes = [...unread].map(([type, count]) => `Not read: ${count} of ${type}.`);
  if (units === 0) notes.push('The drawing names no unit; it was taken as millimetres.');
  return {
    lines: lines.map(({ points, isClosed }) => ({
      points: points.map(({ x, y }) => ({ x: x * scale, y: -y * scale })),
      isClosed,
    })),
    notes,
  };
}

function lineOf(entity: DxfEntity, scale: number, effort: Effort): Line | null {
  const tolerance = finestMm / scale;
  const arc = (from: number, to: number, major: number, minor: number, turn: number): Line => {
    if (!(Math.max(major, minor) * scale <= mostRadiusMm))
      throw new TooComplex(
        `A curve of the drawing has a radius of ${Number((Math.max(major, minor) * scale).toPrecision(4))} mm; at most ${mostRadiusMm} mm are read. Check the unit of the drawing.`,
      );
    const line = curve(entity, from, to, major, minor, turn, tolerance);
    effort.spendCount(line.points.length);
    return line;
  };
  switch (entity.type) {
    case 'LINE':
      return { points: entity.vertices ?? [], isClosed: false };
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const line = polyline(entity, tolerance);
      effort.spendCount(line.points.length);
      return line;
    }
    case 'CIRCLE':
      return arc(0, 2 * Math.PI, entity.radius!, entity.radius!, 0);
    case 'ARC':
      return arc(entity.startAngle!, entity.endAngle!, entity.radius!, entity.radius!, 0);
    case 'ELLIPSE': {
      const { x, y } = entity.majorAxisEndPoint!;
      const major = Math.hypot(x, y);
      return arc(entity.startAngle!, entity.endAngle!, major, major * entity.axisRatio!, Math.atan2(y, x));
    }
    case 'SPLINE':
      return spline(entity, effort);
    default:
      return null;
  }
}

/** Bulges are those of the format: the tangent of a quarter of the turn, positive against the clock with Y upwards. */
function polyline({ vertices = [], shape }: DxfEntity, tolerance: number): Line {
  const isClosed = shape === true;
  const last = vertices.length - 1;
  const contour = vertices.map(({ x, y, bulge }, index) => ({
    x,
    y,
    bulge: bulge === undefined || bulge === 0 || (!isClosed && index === last) ? undefined : bulge,
  }));
  const [points] = flattenRegion([contour], tolerance);
  return { points: points!, isClosed };
}

/** Part of an ellipse against the clock from one angle to another, in radians. */
function curve(
  { center }: DxfEntity,
  from: number,
  to: number,
  major: number,
  minor: number,
  turn: number,
  tolerance: number,
): Line {
  const whole = 2 * Math.PI;
  // However often the angles go round.
  const rest = (to - from) % whole;
  const sweep = rest <= 1e-9 ? rest + whole : rest;
  const isClosed = sweep >= whole - 1e-9;
  const step = 2 * Math.acos(Math.max(0, 1 - tolerance / Math.max(major, minor, tolerance)));
  const count = Math.max(2, Math.min(mostEdges, Math.ceil(sweep / step)));
  const points = Array.from({ length: isClosed ? count : count + 1 }, (_, index) => {
    const angle = from + (sweep * index) / count;
    const [x, y] = [major * Math.cos(angle), minor * Math.sin(angle)];
    return {
      x: center!.x + x * Math.cos(turn) - y * Math.sin(turn),
      y: center!.y + x * Math.sin(turn) + y * Math.cos(turn),
    };
  });
  return { points, isClosed };
}

const edgesPerSpan = 64;

/** A B-spline by de Boor's algorithm [de Boor, A Practical Guide to Splines, chapter X]. */
function spline(
  { controlPoints, fitPoints, knotValues, degreeOfSplineCurve, closed }: DxfEntity,
  effort: Effort,
): Line | null {
  if (controlPoints === undefined || knotValues === undefined || degreeOfSplineCurve === undefined)
    return fitPoints === undefined ? null : { points: fitPoints, isClosed: closed === true };
  const degree = degreeOfSplineCurve;
  if (!Number.isInteger(degree) || degree < 1 || degree > mostDegree) return null;
  effort.spendCount(controlPoints.length * edgesPerSpan);
  const points: Vertex[] = [];
  for (let span = degree; span < controlPoints.length; span++) {
    const [start, end] = [knotValues[span]!, knotValues[span + 1]!];
    if (end <= start) continue;
    for (let edge = 0; edge <= edgesPerSpan; edge++) {
      if (edge === 0 && points.length > 0) continue;
      points.push(
        deBoor(controlPoints, knotValues, degree, span, start + ((end - start) * edge) / edgesPerSpan),
      );
    }
  }
  return { points, isClosed: false };
}

function deBoor(
  control: readonly Vertex[],
  knots: readonly number[],
  degree: number,
  span: number,
  position: number,
): Vertex {
  const points = Array.from({ length: degree + 1 }, (_, index) => control[span - degree + index]!);
  for (let level = 1; level <= degree; level++)
    for (let index = degree; index >= level; index--) {
      const low = knots[span - degree + index]!;
      const share = (position - low) / (knots[index + 1 + span - level]! - low || 1);
      const [a, b] = [points[index - 1]!, points[index]!];
      points[index] = { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) };
    }
  return points[degree]!;
}
