/** An SVG drawing as filled shapes in paint order. The renderer resolves styles, uses and units; geometry is ours. */
import { XMLParser } from 'fast-xml-parser';
import {
  applyMatrix,
  Effort,
  identityMatrix,
  type Matrix,
  multiplyMatrix,
  boundsOf,
  parsePath,
  sharedRegion,
  strokeRegion,
  TooComplex,
  uniteRegion,
  type PathLine,
  type Region,
  type StrokeShape,
  type Vertex,
} from '../geometry';
import { openDrawing } from './svgRenderer';
import { finestShare, type ColouredShape } from './art';
import { type Attributes, attributesOf, childrenOf, nameOf, type Node } from './tree';

export interface DrawnShapes {
  readonly shapes: readonly ColouredShape[];
  readonly notes: readonly string[];
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseAttributeValue: false,
});

/** Lines wider than this share of the drawing hide all of it. */
const widestShare = 2;

/** Parts fainter than this are not drawn. */
const leastOpacity = 0.25;

/** Shapes of a sanitised drawing. Throws when it cannot be opened; whoever calls says so in words. */
export function shapesOfDrawing(svg: string): DrawnShapes {
  const drawing = openDrawing(withoutCurrentColour(svg));
  const simple = drawing.toString();
  const side = Math.max(drawing.width, drawing.height);
  drawing.free();
  const [root] = parser.parse(simple) as Node[];
  const reader = new ShapeReader(root!, {
    tolerance: (side * finestShare) / 4,
    widestLine: widestShare * side,
  });
  reader.readShapes(identityMatrix);
  const notes: string[] = [];
  if (/<text[\s>]/.test(svg)) notes.push('Words in the drawing are left out: turn them into outlines first.');
  return { shapes: reader.shapes, notes: [...notes, ...reader.notes] };
}

/** The lines of everything that is drawn, filled or not, without the width of strokes; in CSS pixels. Throws as above. */
export function linesOfDrawing(svg: string): {
  readonly lines: readonly PathLine[];
  readonly notes: readonly string[];
} {
  const drawing = openDrawing(withoutCurrentColour(svg));
  const simple = drawing.toString();
  drawing.free();
  const [root] = parser.parse(simple) as Node[];
  const matrix = viewBoxMatrix(attributesOf(root!));
  const reader = new ShapeReader(root!, { tolerance: finestLinePx, widestLine: Infinity });
  reader.readLines(matrix);
  return { lines: reader.drawnLines, notes: reader.notes };
}

/** From the units of the viewBox to the size of the drawing, whole and in the middle (SVG 1.1, 7.8: xMidYMid meet). */
function viewBoxMatrix({ width, height, viewBox }: Attributes): Matrix {
  const [x, y, across, down] = (viewBox ?? '').split(/[\s,]+/).map(Number) as [
    number,
    number,
    number,
    number,
  ];
  const scale = Math.min(Number(width) / across, Number(height) / down);
  if (!Number.isFinite(scale)) return identityMatrix;
  return [
    scale,
    0,
    0,
    scale,
    (Number(width) - across * scale) / 2 - x * scale,
    (Number(height) - down * scale) / 2 - y * scale,
  ];
}

/** Finest edge of curves in lines, in CSS pixels. */
const finestLinePx = 0.008;

/** `currentColor` outside a page is black. */
const withoutCurrentColour = (svg: string): string => svg.replace(/currentColor/gi, '#000000');

class ShapeReader {
  readonly shapes: ColouredShape[] = [];
  readonly notes: string[] = [];
  readonly drawnLines: PathLine[] = [];
  private readonly definitions = new Map<string, Node>();

  private readonly effort = new Effort();
  private isLinesOnly = false;
  /** Clip paths in the place where they were used, each united once. */
  private readonly clips = new Map<string, Region>();

  constructor(
    private readonly root: Node,
    private readonly limits: {
      /** Of curves, in units of the drawing. */
      readonly tolerance: number;
      readonly widestLine: number;
    },
  ) {
    for (const child of childrenOf(root))
      if (nameOf(child) === 'defs')
        for (const definition of childrenOf(child)) {
          const { id } = attributesOf(definition);
          if (id !== undefined) this.definitions.set(id, definition);
        }
  }

  /** Throws `TooComplex`. */
  readShapes(matrix: Matrix): void {
    this.read(childrenOf(this.root), matrix, 1, null);
  }

  /** Without areas, which nobody asks for then. Throws `TooComplex`. */
  readLines(matrix: Matrix): void {
    this.isLinesOnly = true;
    this.read(childrenOf(this.root), matrix, 1, null);
  }

  private get tolerance(): number {
    return this.limits.tolerance;
  }

  private note(text: string): void {
    if (!this.notes.includes(text)) this.notes.push(text);
  }

  private read(nodes: readonly Node[], matrix: Matrix, opacity: number, clip: Region | null): void {
    for (const node of nodes) {
      const name = nameOf(node);
      if (name === 'g') this.readGroup(node, matrix, opacity, clip);
      else if (name === 'path') this.readShape(node, matrix, opacity, clip);
      else if (name === 'image') this.note('Pictures inside the drawing are left out.');
    }
  }

  private readGroup(node: Node, matrix: Matrix, opacity: number, clip: Region | null): void {
    const attributes = attributesOf(node);
    const inner = multiplyMatrix(matrix, matrixOf(attributes.transform));
    if (attributes.mask !== undefined) this.note('Masks in the drawing are not followed.');
    if (attributes.filter !== undefined) this.note('Filters in the drawing are not followed.');
    let innerClip = clip;
    const clipId = referenceOf(attributes['clip-path']);
    if (clipId !== null && !this.isLinesOnly) {
      const clipArea = this.clipRegion(clipId, inner);
      innerClip = clip === null ? clipArea : this.shared(clip, clipArea);
    }
    this.read(childrenOf(node), inner, opacity * Number(attributes.opacity ?? 1), innerClip);
  }

  private clipRegion(id: string, matrix: Matrix): Region {
    const key = `${id} ${matrix.join(' ')}`;
    let known = this.clips.get(key);
    if (known === undefined) this.clips.set(key, (known = this.newClipRegion(id, matrix)));
    return known;
  }

  private newClipRegion(id: string, matrix: Matrix): Region {
    const definition = this.definitions.get(id);
    const area: Vertex[][] = [];
    const collect = (nodes: readonly Node[], at: Matrix): void => {
      for (const node of nodes) {
        const { d, transform } = attributesOf(node);
        if (nameOf(node) === 'g') collect(childrenOf(node), multiplyMatrix(at, matrixOf(transform)));
        if (d !== undefined) for (const { points } of this.lines(d, at)) area.push(points);
      }
    };
    if (definition !== undefined)
      collect(childrenOf(definition), multiplyMatrix(matrix, matrixOf(attributesOf(definition).transform)));
    return this.united(area);
  }

  private united(area: Region, rule: 'nonzero' | 'evenodd' = 'nonzero'): Region {
    this.effort.spendArea(area);
    return uniteRegion(area, this.tolerance, rule);
  }

  private shared(area: Region, other: Region): Region {
    this.effort.spendEdges(area);
    this.effort.spendEdges(other);
    return sharedRegion(area, other, this.tolerance);
  }

  private lines(d: string, matrix: Matrix): { points: Vertex[]; isClosed: boolean }[] {
    const lines = parsePath(d, (x, y) => applyMatrix(matrix, x, y), this.tolerance);
    this.effort.spendEdges(lines.map(({ points }) => points));
    return lines;
  }

  private readShape(node: Node, matrix: Matrix, opacity: number, clip: Region | null): void {
    const attributes = attributesOf(node);
    if (attributes.visibility === 'hidden' || attributes.d === undefined) return;
    const lines = this.lines(attributes.d, matrix);
    if (this.isLinesOnly) {
      for (const line of lines) this.drawnLines.push(line);
      return;
    }
    const fill = this.colourOf(attributes.fill);
    if (fill !== null && opacity * Number(attributes['fill-opacity'] ?? 1) >= leastOpacity)
      this.add(
        fill,
        this.united(
          lines.map(({ points }) => points),
          attributes['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
        ),
        clip,
      );
    const stroke = this.colourOf(attributes.stroke);
    if (stroke === null || opacity * Number(attributes['stroke-opacity'] ?? 1) < leastOpacity) return;
    if (attributes['stroke-dasharray'] !== undefined) this.note('Dashed lines are drawn without gaps.');
    const width = Number(attributes['stroke-width'] ?? 1) * Math.sqrt(Math.abs(determinant(matrix)));
    if (width > this.limits.widestLine)
      throw new TooComplex(
        `A line of the drawing is ${Number(width.toPrecision(3))} wide; at most ${Number(this.limits.widestLine.toPrecision(3))} is drawn, ${widestShare} times the size of the drawing. Make it thinner.`,
      );
    const stroked = lines.flatMap(({ points, isClosed }) => {
      this.effort.spendStroke(points, width);
      return strokeRegion([points], width, this.tolerance, strokeShape(attributes, isClosed));
    });
    this.add(stroke, this.united(stroked), clip);
  }

  private add(colour: string, area: Region, clip: Region | null): void {
    const visible = clip === null ? area : this.shared(area, clip);
    if (boundsOf(visible) !== null) this.shapes.push({ colour, area: visible });
  }

  /** A plain colour; of a gradient the mean of its stops; null for none. */
  private colourOf(paint: string | undefined): string | null {
    if (paint === undefined || paint === 'none') return null;
    if (paint.startsWith('#')) return paint;
    const definition = this.definitions.get(referenceOf(paint) ?? '');
    const stops = definition === undefined ? [] : childrenOf(definition).filter((n) => nameOf(n) === 'stop');
    if (stops.length === 0) {
      this.note('Patterns in the drawing are drawn as plain grey.');
      return '#808080';
    }
    this.note('Gradients in the drawing are drawn in their middle colour.');
    const channels = stops.map((stop) => {
      const value = Number.parseInt((attributesOf(stop)['stop-color'] ?? '#000000').slice(1), 16);
      return [value >> 16, (value >> 8) & 255, value & 255] as const;
    });
    return `#${[0, 1, 2]
      .map((channel) => Math.round(channels.reduce((sum, rgb) => sum + rgb[channel]!, 0) / channels.length))
      .map((value) => value.toString(16).padStart(2, '0'))
      .join('')}`;
  }
}

function strokeShape(attributes: Attributes, isClosed: boolean): StrokeShape {
  const cap = attributes['stroke-linecap'];
  const join = attributes['stroke-linejoin'];
  return {
    end: cap === 'round' || cap === 'square' ? cap : 'butt',
    join: join === 'round' || join === 'bevel' ? join : 'miter',
    isClosed,
  };
}

const referenceOf = (value: string | undefined): string | null =>
  /^url\(#(.+)\)$/.exec(value ?? '')?.[1] ?? null;

function matrixOf(transform: string | undefined): Matrix {
  const numbers = (/^matrix\(([^)]*)\)$/.exec(transform ?? '')?.[1] ?? '').split(/[\s,]+/).map(Number);
  return numbers.length === 6 && numbers.every(Number.isFinite)
    ? (numbers as unknown as Matrix)
    : identityMatrix;
}

const determinant = ([a, b, c, d]: Matrix): number => a * d - b * c;
