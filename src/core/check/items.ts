/** Limits on what lies on the piece beside its codes: words, pictures and frames. */
import { aboutPiece, listed, say, sizeMm, theCode, type Fix, type Source } from '../finding';
import {
  boundsOf,
  boxesMeet,
  cutRegion,
  holdsPoint,
  regionArea,
  regionDistance,
  sharedRegion,
  type Contour,
  type Region,
} from '../geometry';
import { roundUpTo, slack } from '../numbers';
import { sourceOf } from '../plan';
import { outlineOf, type Axis, type FrameSettings, type PieceSettings, type PlacedItem } from '../piece';
import { changePlacement, fix } from './changes';
import { hasQuietZone, largestPieceMm, type CodeContext, type PieceContext } from './context';
import { roomFix } from './freePlace';
import {
  inkOf,
  isFree,
  largestShare,
  movedItem,
  placeChange,
  removalFix,
  scaledItem,
  sizedFix,
  tidy,
} from './itemFixes';
import { aboutItem, least, type ItemMeasure } from './itemMeasure';
import { safeMmOf } from './making';
import type { PieceMeasured } from './measured';
import { pieceSizeChange } from './sizeFixes';
import { wrappedFix } from './wrapFix';

const geometry: Source = { tag: 'geo', text: 'geometry of the piece' };
const trade: Source = { tag: 'cp', text: 'common practice, no source' };

/** Everything has to lie on the piece, and at least the safe distance from where it is cut. */
export function measureThingsInside(context: PieceContext): PieceMeasured[] {
  const { piece, settings, pair } = context;
  const safeMm = safeMmOf(context);
  // A border line keeps its own distance, and a contour goes around everything by itself.
  const measures = piece.items
    .filter((item) => item.kind !== 'border' && inkOf(item).length > 0)
    .map((item): ItemMeasure => ({ item, mm: distanceInside(item, piece.outline) }));
  const nearest = least(measures);
  if (nearest === null) return [];
  const shared = {
    kind: 'piece-inside',
    station: 'piece',
    title: 'On the piece',
    required: { value: safeMm, unit: 'mm', comparison: '>=' },
    source: safeMm > settings.safeMm ? sourceOf(pair, 'shiftYMm') : safeMm > 0 ? trade : geometry,
  } as const;
  const near = measures.filter((measure) => measure.mm < safeMm - slack || measure.mm < -slack);
  if (near.length === 0)
    return [
      {
        ...shared,
        about: aboutPiece,
        severity: 'fine',
        text: say`Nearest to the edge: ${nearest.item.name}.`,
        measured: { value: nearest.mm, unit: 'mm' },
        fixes: () => [],
      },
    ];
  return near.map(({ item, mm: insideMm }): PieceMeasured => {
    const isOver = insideMm < -slack;
    return {
      ...shared,
      about: aboutItem(item),
      severity: isOver ? 'stop' : 'caution',
      text: isOver
        ? say`Over the edge: ${item.name}. What lies there is not made.`
        : say`Too near the cut line: ${item.name}. A cut that is a little off would touch it.`,
      measured: { value: insideMm, unit: 'mm' },
      fixes: () => (piece.isContour ? [] : insideFixes(context, item)),
    };
  });
}

/** Moved in, made smaller about its middle, or taken away; each only when it then lies where it should. */
function insideFixes(context: PieceContext, item: PlacedItem): Fix[] {
  const { piece, settings } = context;
  const itemSettings = settings.items.find(({ id }) => id === item.id);
  if (itemSettings === undefined) return [];
  if (itemSettings.kind === 'frame') return [...frameFixes(context, item, itemSettings), removalFix(item)];
  if (!isFree(itemSettings)) return [removalFix(item)];
  const safeMm = safeMmOf(context);
  const isGood = (candidate: PlacedItem): boolean =>
    measuredInside(candidate, [piece.outline]) >= safeMm - slack;
  const bounds = boundsOf(inkOf(item))!;
  const into = (start: number, length: number, room: number, axis: Axis): number =>
    axis === 'middle' ? 0 : shiftInto(start, length, room, safeMm);
  const moved = movedItem(
    item,
    into(bounds.x, bounds.width, piece.widthMm, itemSettings.xMm),
    into(bounds.y, bounds.height, piece.heightMm, itemSettings.yMm),
  );
  const fixes: Fix[] = [];
  if (isGood(moved))
    fixes.push(fix(say`Move the ${item.name} onto the piece`, placeChange(moved, itemSettings)));
  const middle = { x: item.box.x + item.box.width / 2, y: item.box.y + item.box.height / 2 };
  const smaller = (share: number): PlacedItem => scaledItem(item, middle, share);
  const share =
    itemSettings.kind === 'words' && itemSettings.circle !== null
      ? null
      : largestShare((candidate) => isGood(smaller(candidate)));
  const wrapped = itemSettings.kind === 'words' ? wrappedFix(context, item, itemSettings) : null;
  if (wrapped !== null) fixes.push(wrapped);
  if (share !== null) fixes.push(sizedFix(smaller(share), itemSettings, share));
  return [...fixes, removalFix(item)];
}

/** How far along an axis something has to move to lie within a room; in whole tenths, so that nothing ends just short. */
function shiftInto(start: number, length: number, room: number, safeMm: number): number {
  const before = roundUpTo(safeMm - start + slack, 0.1);
  const beyond = roundUpTo(start + length - room + safeMm + slack, 0.1);
  return before > 0 ? before : beyond > 0 ? -beyond : 0;
}

/** A frame goes where its code goes. */
function frameFixes(context: PieceContext, frame: PlacedItem, { around }: FrameSettings): Fix[] {
  const code = context.codes.find(({ id }) => id === around) ?? context.codes[0];
  return code === undefined
    ? []
    : [...movedWithCode(context, frame, code), ...roomierPiece(context, frame, code)];
}

/** A piece so much larger that the frame around its code lies on it. */
function roomierPiece(context: PieceContext, frame: PlacedItem, { laying }: CodeContext): Fix[] {
  const { piece, settings } = context;
  const safeMm = safeMmOf(context);
  const { placement } = laying;
  const { x, y, width, height } = frame.box;
  // In the middle, half of what the piece grows is on the far side.
  const growth = (start: number, length: number, room: number, axis: Axis): number => {
    const over = Math.max(start + length + safeMm - room, axis === 'middle' ? safeMm - start : 0);
    return over <= slack ? 0 : Math.ceil((axis === 'middle' ? 2 : 1) * over + 0.01);
  };
  const larger: PieceSettings = {
    ...settings,
    widthMm: settings.widthMm + growth(x, width, piece.widthMm, placement.xMm),
    heightMm: settings.heightMm + growth(y, height, piece.heightMm, placement.yMm),
  };
  const moved = movedItem(
    frame,
    placement.xMm === 'middle' ? (larger.widthMm - settings.widthMm) / 2 : 0,
    placement.yMm === 'middle' ? (larger.heightMm - settings.heightMm) / 2 : 0,
  );
  if (Math.max(larger.widthMm, larger.heightMm) > largestPieceMm) return [];
  if (measuredInside(moved, [outlineOf(larger).edge]) < safeMm - slack) return [];
  return [fix(say`Make the piece ${sizeMm(larger.widthMm, larger.heightMm)}`, pieceSizeChange(larger))];
}

/** The code moved so far that the frame lies on the piece, when the code may lie there. */
function movedWithCode(context: PieceContext, frame: PlacedItem, code: CodeContext): Fix[] {
  const { piece, settings } = context;
  const safeMm = safeMmOf(context);
  const { x, y, width, height } = frame.box;
  const [dx, dy] = [shiftInto(x, width, piece.widthMm, safeMm), shiftInto(y, height, piece.heightMm, safeMm)];
  if (measuredInside(movedItem(frame, dx, dy), [piece.outline]) < safeMm - slack) return [];
  const { bounds } = code.placed;
  const set = {
    ...(dx === 0 ? {} : { xMm: tidy(bounds.x + dx) }),
    ...(dy === 0 ? {} : { yMm: tidy(bounds.y + dy) }),
  };
  const { placement } = code.laying;
  if (!hasQuietZone(code, { piece: settings, placement: { ...placement, ...set } })) return [];
  return [fix(say`Move ${theCode(code.id)} with its ${frame.name}`, changePlacement(code, set))];
}

/** Items and edges that have not changed are the same objects as at the last key press. */
const insideBefore = new WeakMap<PlacedItem, { readonly edge: Contour; readonly mm: number }>();

function distanceInside(item: PlacedItem, edge: Contour): number {
  const before = insideBefore.get(item);
  if (before?.edge === edge) return before.mm;
  const insideMm = measuredInside(item, [edge]);
  insideBefore.set(item, { edge, mm: insideMm });
  return insideMm;
}

/** Distance from an item to the edge around it; what lies outside counts against it by how far it reaches out. */
function measuredInside(item: PlacedItem, edge: Region): number {
  const region = inkOf(item);
  const distance = regionDistance(region, edge);
  const isInside = region.every((contour) => contour.length === 0 || holdsPoint(edge, contour[0]!));
  if (isInside && distance > 0) return distance;
  const outside = cutRegion(region, edge, 0.01);
  if (regionArea(outside) < 1e-6) return isInside ? distance : 0;
  // What lies out farthest, at the corners of what lies out.
  let reach = 0;
  for (const contour of outside)
    for (const { x, y } of contour) reach = Math.max(reach, regionDistance([[{ x, y }]], edge));
  return -reach;
}

/** Things over each other: each with all that it was put over. */
export function measureOverlaps(context: PieceContext): PieceMeasured[] {
  const things = context.piece.items.filter((item) => item.kind !== 'border' && inkOf(item).length > 0);
  return things.flatMap((item, index): PieceMeasured[] => {
    const under = things
      .slice(0, index)
      .map((other) => ({ other, shared: sharedArea(item, other) }))
      .filter(({ shared }) => shared > 1e-4);
    if (under.length === 0) return [];
    const names = listed(
      under.map(({ other }) => say`the ${other.name}`),
      ', ',
    );
    const shared = under.reduce((sum, each) => sum + each.shared, 0);
    return [
      {
        kind: 'piece-overlap',
        about: aboutItem(item),
        station: 'piece',
        severity: 'caution',
        title: 'Overlap',
        text: say`The ${item.name} lies over ${names}.`,
        measured: { value: Number(shared.toFixed(2)), unit: 'mm²' },
        required: { value: 0, unit: 'mm²', comparison: '<=' },
        source: geometry,
        fixes: () =>
          [item, ...under.map(({ other }) => other)].flatMap((each) => roomFix(context, each) ?? []),
      },
    ];
  });
}

const sharedBefore = new WeakMap<PlacedItem, WeakMap<PlacedItem, number>>();

function sharedArea(item: PlacedItem, other: PlacedItem): number {
  let known = sharedBefore.get(item);
  if (known === undefined) sharedBefore.set(item, (known = new WeakMap()));
  let area = known.get(other);
  if (area === undefined) {
    const [a, b] = [boundsOf(inkOf(item))!, boundsOf(inkOf(other))!];
    area = boxesMeet(a, b) ? regionArea(sharedRegion(inkOf(item), inkOf(other), 0.01)) : 0;
    known.set(other, area);
  }
  return area;
}
