/** Path data of outlines read again. */
import type { Vertex } from '../geometry';

/**
 * Moves, lines and circular arcs in absolute coordinates (SVG 1.1, 8.3): what outlines need. An arc of radius r over a chord c
 * turns by twice the arcsine of c / 2r, or by the rest of the circle.
 */
export function subpaths(d: string): { contour: Vertex[]; isClosed: boolean }[] {
  const paths: { contour: Vertex[]; isClosed: boolean }[] = [];
  let points: Vertex[] = [];
  const end = (isClosed: boolean): void => {
    if (points.length > 1) {
      const [first, last] = [points[0]!, points.at(-1)!];
      // Where a path comes back to where it began, closing adds no edge.
      if (isClosed && last.x === first.x && last.y === first.y) points.pop();
      paths.push({ contour: points, isClosed });
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
        throw new Error(`Path command ${command} is none of those that outlines are written with.`);
    }
  }
  end(false);
  return paths;
}
