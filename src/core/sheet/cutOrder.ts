/** In which order a sheet is cut: what lies within another outline before it, then whatever is nearest. */
import { boundsOf, holdsPoint, regionLength, type Box, type Contour } from '../geometry';

export interface CutOrder {
  readonly contours: readonly Contour[];
  /** Along the outlines, and from each to the next, from the sheet's upper left corner on. */
  readonly cutMm: number;
  readonly travelMm: number;
}

const holds = (outer: Box, inner: Box): boolean =>
  outer.x <= inner.x &&
  outer.y <= inner.y &&
  outer.x + outer.width >= inner.x + inner.width &&
  outer.y + outer.height >= inner.y + inner.height;

/** Outlines with what lies within them before them, so that nothing is cut that has come loose. */
function groupsOf(contours: readonly Contour[]): readonly (readonly Contour[])[] {
  const boxed = contours
    .map((contour) => ({ contour, box: boundsOf([contour])! }))
    .sort((a, b) => a.box.width * a.box.height - b.box.width * b.box.height);
  const within = new Map<Contour, Contour[]>();
  const outermost: Contour[] = [];
  boxed.forEach(({ contour, box }, index) => {
    // The largest outline around it stands for the piece.
    const around = boxed
      .slice(index + 1)
      .findLast((other) => holds(other.box, box) && holdsPoint([other.contour], contour[0]!));
    if (around === undefined) outermost.push(contour);
    else within.set(around.contour, [...(within.get(around.contour) ?? []), contour]);
  });
  return outermost.map((contour) => [...(within.get(contour) ?? []), contour]);
}

export function cutOrder(contours: readonly Contour[]): CutOrder {
  const left = [...groupsOf(contours)];
  const ordered: Contour[] = [];
  let [x, y, travelMm] = [0, 0, 0];
  const away = (contour: Contour): number => Math.hypot(contour[0]!.x - x, contour[0]!.y - y);
  const follow = (contour: Contour): void => {
    travelMm += away(contour);
    ordered.push(contour);
    ({ x, y } = contour[0]!);
  };
  while (left.length > 0) {
    let nearest = 0;
    left.forEach(([first], index) => {
      if (away(first!) < away(left[nearest]![0]!)) nearest = index;
    });
    const [group] = left.splice(nearest, 1);
    const inner = group!.slice(0, -1);
    while (inner.length > 0) {
      let next = 0;
      inner.forEach((contour, index) => {
        if (away(contour) < away(inner[next]!)) next = index;
      });
      follow(inner.splice(next, 1)[0]!);
    }
    follow(group!.at(-1)!);
  }
  return { contours: ordered, cutMm: regionLength(ordered), travelMm };
}
