/** Planned pieces at their places become the operations of one sheet, so that every writer works on it as on a piece. */
import { placeRegion, turnRegion, type Box, type Contour, type Region } from '../geometry';
import { isLine, movedInk, turnedInk, type Ink, type Operation, type OperationSheet } from '../plan';
import type { PieceSize, Place } from './shapes';

export interface PlacedSheet {
  readonly sheet: OperationSheet;
  readonly places: readonly Place[];
}

const quarter = Math.PI / 2;

/** Where a box of a piece lies once that is at its place. */
export function placedBox(box: Box, { width, height }: PieceSize, { x, y, quarters }: Place): Box {
  const [right, down] = [width - box.x - box.width, height - box.y - box.height];
  const [left, top] = [
    [box.x, box.y],
    [down, box.x],
    [right, down],
    [box.y, right],
  ][quarters] as [number, number];
  const [across, high] = quarters % 2 === 0 ? [box.width, box.height] : [box.height, box.width];
  return { x: x + left, y: y + top, width: across, height: high };
}

/** From the piece's own corner to its place: turned about that corner, then moved so that its upright box lies there. */
function moving({ widthMm, heightMm }: OperationSheet, { x, y, quarters }: Place) {
  const origin = { x: 0, y: 0 };
  const [dx, dy] = [
    [0, 0],
    [heightMm, 0],
    [widthMm, heightMm],
    [0, widthMm],
  ][quarters] as [number, number];
  const turn = quarters * quarter;
  return {
    region: (region: Region): Region => placeRegion(turnRegion(region, origin, turn), 1, x + dx, y + dy),
    ink: (ink: Ink): Ink => movedInk(turnedInk(ink, origin, turn), x + dx, y + dy),
  };
}

function moved(operation: Operation, { region, ink }: ReturnType<typeof moving>): Operation {
  return isLine(operation)
    ? { ...operation, lines: region(operation.lines) }
    : { ...operation, area: region(operation.area), ink: ink(operation.ink) };
}

/** What is done alike is one operation: the same kind, label, ink, heights and setting. */
const keyOf = (operation: Operation): string =>
  JSON.stringify(
    isLine(operation)
      ? [operation.kind, operation.label]
      : [operation.kind, operation.label, inkKey(operation.ink), operation.heights, operation.setting],
  );
/** Pictures and gradients lie where they lie, so that each is an operation of its own. */
const inkKey = (ink: Ink): unknown => (ink.kind === 'solid' ? [ink.colour, ink.plate ?? null] : ink);

/** In the order of the first piece's operations; what only others have follows. Cuts come last, inner ones before outlines. */
export function composeSheet(
  pieces: readonly PlacedSheet[],
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): OperationSheet {
  const groups = new Map<string, { readonly like: Operation; readonly contours: Contour[] }>();
  for (const { sheet, places } of pieces)
    for (const place of places) {
      const move = moving(sheet, place);
      for (const operation of sheet.operations) {
        const placed = moved(operation, move);
        const key = keyOf(placed);
        const group = groups.get(key) ?? { like: placed, contours: [] };
        groups.set(key, group);
        for (const contour of isLine(placed) ? placed.lines : placed.area) group.contours.push(contour);
      }
    }
  const all = [...groups.values()].map(({ like, contours }): Operation =>
    isLine(like) ? { ...like, lines: contours } : { ...like, area: contours },
  );
  return {
    widthMm,
    heightMm,
    marginMm: 0,
    operations: [...all.filter(({ kind }) => kind !== 'cut'), ...all.filter(({ kind }) => kind === 'cut')],
  };
}
