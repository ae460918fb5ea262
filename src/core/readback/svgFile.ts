/** SVG files: layers are groups, outlines the subpaths of their paths; drawn by an outside renderer. */
import { XMLParser } from 'fast-xml-parser';
import type { Vertex } from '../geometry';
import { layersOf, type ReadPath } from './drawing';
import { rasteriseMarks } from './rasterise';
import { NotRead, type Interpreter } from './readFile';

type Node = Record<string, unknown>;
const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseAttributeValue: false,
});
const nameOf = (node: Node): string => Object.keys(node).find((key) => key !== ':@') ?? '';
const attributesOf = (node: Node): Record<string, string> => (node[':@'] ?? {}) as Record<string, string>;
const childrenOf = (node: Node): Node[] => (node[nameOf(node)] ?? []) as Node[];

export const readSvg: Interpreter = (bytes) => {
  const nodes = parser.parse(new TextDecoder().decode(bytes)) as Node[];
  const root = nodes.find((node) => nameOf(node) === 'svg');
  if (root === undefined) throw new NotRead('The file has no SVG element.');
  const { width = '', height = '', viewBox = '' } = attributesOf(root);
  const [x, y, across, down] = viewBox.split(' ').map(Number);
  const [wide, high] = [millimetres(width), millimetres(height)];
  if (![x, y, across, down, wide, high].every((value) => Number.isFinite(value)))
    throw new NotRead('The file has no size in millimetres.');
  const paths: ReadPath[] = [];
  const walk = (node: Node, layer: string, isFilled: boolean): void => {
    const name = nameOf(node);
    if (name === 'defs' || name === 'clipPath') return;
    const { id, fill, d } = attributesOf(node);
    if (name === 'path' && d !== undefined)
      for (const { contour, isClosed } of subpaths(d)) paths.push({ layer, isFilled, contour, isClosed });
    const filled = fill === undefined ? isFilled : fill !== 'none';
    for (const child of name === '#text' ? [] : childrenOf(node))
      walk(child, name === 'g' && id !== undefined ? layerName(id) : layer, filled);
  };
  for (const child of childrenOf(root)) walk(child, '', true);
  return {
    page: { x: x!, y: y!, width: wide, height: high },
    layers: layersOf(paths),
    shows: 'marks',
    raster: (window, pxPerMm) => rasteriseMarks(bytes, window, pxPerMm),
  };
};

/** Groups of SVG have the names of other formats' layers, in small letters and without signs that an id must not have. */
const layerName = (id: string): string => {
  const [, kind = id, number = ''] = /^([a-z]+)(-\d+)?$/.exec(id) ?? [];
  const names: Readonly<Record<string, string>> = { kiss: 'KISS-CUT', open: 'CUT-OPENINGS' };
  return `${names[kind] ?? kind.toUpperCase()}${number}`;
};

const millimetres = (length: string): number => (/^[\d.]+mm$/.test(length) ? parseFloat(length) : NaN);

/**
 * Moves, lines and circular arcs in absolute coordinates (SVG 1.1, 8.3): what outlines need. An arc of radius r over a chord c
 * turns by twice the arcsine of c / 2r, or by the rest of the circle.
 */
export function subpaths(d: string): { contour: Vertex[]; isClosed: boolean }[] {
  const found: { contour: Vertex[]; isClosed: boolean }[] = [];
  let points: Vertex[] = [];
  const end = (isClosed: boolean): void => {
    if (points.length > 1) {
      const [first, last] = [points[0]!, points.at(-1)!];
      // Where a path comes back to where it began, closing adds no edge.
      if (isClosed && last.x === first.x && last.y === first.y) points.pop();
      found.push({ contour: points, isClosed });
    }
    points = [];
  };
  for (const [, command, rest] of d.matchAll(/([A-Za-z])([^A-Za-z]*)/g)) {
    const numbers = rest!.match(/-?(?:\d+\.?\d*|\.\d+)/g)?.map(Number) ?? [];
    const last = points.at(-1);
    switch (command!) {
      case 'M':
        end(false);
        points = [{ x: numbers[0]!, y: numbers[1]! }];
        break;
      case 'L':
        points.push({ x: numbers[0]!, y: numbers[1]! });
        break;
      case 'H':
        points.push({ x: numbers[0]!, y: last!.y });
        break;
      case 'V':
        points.push({ x: last!.x, y: numbers[0]! });
        break;
      case 'A': {
        const [radius, , , isLarge, isClockwise, x, y] = numbers as [
          number,
          number,
          number,
          number,
          number,
          number,
          number,
        ];
        const chord = Math.hypot(x - last!.x, y - last!.y);
        const least = 2 * Math.asin(Math.min(1, chord / (2 * radius)));
        const turn = isLarge === 1 ? 2 * Math.PI - least : least;
        points[points.length - 1] = { ...last!, bulge: Math.tan(turn / 4) * (isClockwise === 1 ? 1 : -1) };
        points.push({ x, y });
        break;
      }
      case 'Z':
        end(true);
        break;
      default:
        throw new NotRead(`Path command ${command} is none of those that outlines are written with.`);
    }
  }
  end(false);
  return found;
}
