/** Limits on what lies on the piece beside its codes: words, pictures and frames. */
import type { Finding, Fix, Severity, Source } from '../finding';
import {
  boundsOf,
  cutRegion,
  holdsPoint,
  regionArea,
  regionDistance,
  sharedRegion,
  type Contour,
  type Region,
  boxContour,
} from '../geometry';
import {
  outlineOf,
  turnedWith,
  type Axis,
  type FrameSettings,
  type ItemSettings,
  type PlacedItem,
} from '../piece';
import { change, hasQuietZone, inMm, roundUpTo, slack, type LimitContext } from './context';
import {
  inkOf,
  largestShare,
  movedItem,
  placeChanges,
  removalFix,
  scaledItem,
  sizeChanges,
  smallerLabel,
} from './itemFixes';

const geometry: Source = { tag: 'geo', text: 'geometry of the piece' };
const trade: Source = { tag: 'cp', text: 'common practice, no source' };

/** The item that lies nearest to the edge, or farthest over it. */
interface Nearest {
  readonly item: PlacedItem;
  readonly mm: number;
}

/** Everything has to lie on the piece, and at least the safe distance from where it is cut. */
export function measureThingsInside(context: LimitContext): Finding | null {
  const { piece, pieceSettings } = context;
  const { items, outline, isContour } = piece;
  const { safeMm } = pieceSettings;
  let worst: Nearest | null = null;
  for (const item of items) {
    const region = inkOf(item);
    // A border line keeps its own distance, and a contour goes around everything by itself.
    if (region.length === 0 || item.kind === 'border') continue;
    const mm = distanceInside(item, outline);
    if (worst === null || mm < worst.mm) worst = { item, mm };
  }
  if (worst === null) return null;
  const { item, mm } = worst;
  const severity: Severity = mm < -slack ? 'stop' : mm < safeMm - slack ? 'caution' : 'fine';
  const place = pieceSettings.items.findIndex(({ id }) => id === item.id);
  const settings = pieceSettings.items[place];
  return {
    code: 'piece-inside',
    severity,
    title: 'On the piece',
    text:
      severity === 'fine'
        ? `Nearest to the edge: ${item.name}.`
        : severity === 'stop'
          ? `Over the edge: ${item.name}. What lies there is not made.`
          : `Nearer to the cut line than the safe distance: ${item.name}. A cut that is a little off would touch it.`,
    measured: { value: mm, unit: 'mm' },
    required: { value: safeMm, unit: 'mm', comparison: '>=' },
    source: safeMm > 0 ? trade : geometry,
    fixes:
      severity === 'fine' || isContour || settings === undefined
        ? []
        : insideFixes(context, item, settings, place, severity === 'stop' ? 0 : safeMm),
  };
}

/** Moved in, made smaller about its middle, or both; each only when it then lies where it should. */
function insideFixes(
  context: LimitContext,
  item: PlacedItem,
  settings: ItemSettings,
  place: number,
  leastMm: number,
): Fix[] {
  const { piece, pieceSettings } = context;
  const removal = removalFix(pieceSettings, place, item.name);
  if (settings.kind === 'border') return [removal];
  if (settings.kind === 'frame')
    return [...codeMoves(context, item, settings), ...roomierPiece(context, item, settings), removal];
  const path = `piece.items.${place}`;
  const { safeMm } = pieceSettings;
  const isGood = (candidate: PlacedItem): boolean =>
    measuredInside(candidate, [piece.outline]) >= Math.max(leastMm, safeMm) - slack;
  const bounds = boundsOf(inkOf(item))!;
  const into = (start: number, length: number, room: number, axis: Axis): number =>
    axis === 'middle' ? 0 : shiftInto(start, length, room, safeMm);
  const dx = into(bounds.x, bounds.width, piece.widthMm, settings.xMm);
  const dy = into(bounds.y, bounds.height, piece.heightMm, settings.yMm);
  const moved = movedItem(item, dx, dy);
  const fixes: Fix[] = [];
  if (isGood(moved))
    fixes.push({
      label: `Move the ${item.name} onto the piece`,
      changes: placeChanges(moved, settings, path),
    });
  const middle = { x: item.box.x + item.box.width / 2, y: item.box.y + item.box.height / 2 };
  const smaller = (share: number): PlacedItem => scaledItem(item, middle, share);
  const share =
    settings.kind === 'words' && settings.circle !== null
      ? null
      : largestShare((candidate) => isGood(smaller(candidate)));
  if (share !== null)
    fixes.push({
      label: smallerLabel(item.name, share),
      changes: [...sizeChanges(settings, path, share), ...placeChanges(smaller(share), settings, path)],
    });
  return [...fixes, removal];
}

/** How far along an axis something has to move to lie within a room; in whole tenths, so that nothing ends just short. */
function shiftInto(start: number, length: number, room: number, safeMm: number): number {
  const before = roundUpTo(safeMm - start + slack, 0.1);
  const beyond = roundUpTo(start + length - room + safeMm + slack, 0.1);
  return before > 0 ? before : beyond > 0 ? -beyond : 0;
}

/** A piece so much larger that the frame around its code lies on it. */
function roomierPiece(context: LimitContext, frame: PlacedItem, { around }: FrameSettings): Fix[] {
  const { piece, pieceSettings } = context;
  const { safeMm, code } = pieceSettings;
  if (around !== 0) return [];
  const { x, y, width, height } = frame.box;
  // In the middle, half of what the piece grows is on the far side.
  const growth = (start: number, length: number, room: number, axis: Axis): number => {
    const over = Math.max(start + length + safeMm - room, axis === 'middle' ? safeMm - start : 0);
    return over <= slack ? 0 : Math.ceil((axis === 'middle' ? 2 : 1) * over + 0.01);
  };
  const larger = {
    ...pieceSettings,
    widthMm: pieceSettings.widthMm + growth(x, width, piece.widthMm, code.xMm),
    heightMm: pieceSettings.heightMm + growth(y, height, piece.heightMm, code.yMm),
  };
  const moved = movedItem(
    frame,
    code.xMm === 'middle' ? (larger.widthMm - pieceSettings.widthMm) / 2 : 0,
    code.yMm === 'middle' ? (larger.heightMm - pieceSettings.heightMm) / 2 : 0,
  );
  if (Math.max(larger.widthMm, larger.heightMm) > 5000) return [];
  if (measuredInside(moved, [outlineOf(larger).edge]) < safeMm - slack) return [];
  return [
    {
      label: `Make the piece ${larger.widthMm} × ${inMm(larger.heightMm)}`,
      changes: [change('piece.widthMm', larger.widthMm), change('piece.heightMm', larger.heightMm)],
    },
  ];
}

/** A frame goes where its code goes: the code is moved so far that the frame lies on the piece, when the code may lie there. */
function codeMoves(context: LimitContext, frame: PlacedItem, { around }: FrameSettings): Fix[] {
  const { piece, pieceSettings } = context;
  if (around !== 0) return [];
  const { safeMm, code } = pieceSettings;
  const { x, y, width, height } = frame.box;
  const [dx, dy] = [shiftInto(x, width, piece.widthMm, safeMm), shiftInto(y, height, piece.heightMm, safeMm)];
  if (measuredInside(movedItem(frame, dx, dy), [piece.outline]) < safeMm - slack) return [];
  const bounds = boundsOf(turnedWith(piece, [boxContour(piece.code)]))!;
  const moved = {
    ...code,
    ...(dx === 0 ? {} : { xMm: Number((bounds.x + dx).toFixed(4)) }),
    ...(dy === 0 ? {} : { yMm: Number((bounds.y + dy).toFixed(4)) }),
  };
  if (!hasQuietZone(context, { ...pieceSettings, code: moved })) return [];
  return [
    {
      label: `Move the code with its ${frame.name}`,
      changes: [
        ...(dx === 0 ? [] : [change('piece.code.xMm', moved.xMm)]),
        ...(dy === 0 ? [] : [change('piece.code.yMm', moved.yMm)]),
      ],
    },
  ];
}

/** Items and edges that have not changed are the same objects as at the last key press. */
const insideBefore = new WeakMap<PlacedItem, { readonly edge: Contour; readonly mm: number }>();

function distanceInside(item: PlacedItem, edge: Contour): number {
  const before = insideBefore.get(item);
  if (before?.edge === edge) return before.mm;
  const mm = measuredInside(item, [edge]);
  insideBefore.set(item, { edge, mm });
  return mm;
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

/** Strokes of words and lines of frames, after growth is taken back, against the machine's smallest mark. */
export function measureStrokes({ piece, plan, pair, pieceSettings }: LimitContext): Finding | null {
  const drawn = piece.items.filter(({ strokeMm, lines }) => Number.isFinite(strokeMm) && lines.length === 0);
  if (drawn.length === 0) return null;
  const thinnest = drawn.reduce((least, item) => (item.strokeMm < least.strokeMm ? item : least));
  const { elementMm } = pair.process;
  const strokeMm = thinnest.strokeMm - 2 * plan.compensationMm;
  const isThick = strokeMm >= elementMm - slack;
  const place = pieceSettings.items.findIndex(({ id }) => id === thinnest.id);
  const settings = pieceSettings.items[place]!;
  const share = (elementMm + 2 * plan.compensationMm) / thinnest.strokeMm;
  const path = `piece.items.${place}`;
  const larger = (value: number): number => roundUpTo(value * share * 1.002, 0.01);
  return {
    code: 'piece-strokes',
    severity: isThick ? 'fine' : 'stop',
    title: 'Thinnest stroke',
    text: isThick
      ? `In the ${thinnest.name}; one mark of the ${pair.machine.name} is ${inMm(elementMm)}.`
      : `The strokes of the ${thinnest.name} are thinner than one mark of the ${pair.machine.name} (${inMm(elementMm)}): they close up or break.`,
    measured: { value: strokeMm, unit: 'mm' },
    required: { value: elementMm, unit: 'mm', comparison: '>=' },
    source: pair.process.source,
    fixes: isThick
      ? []
      : settings.kind === 'words'
        ? [
            settings.fit === 'height'
              ? {
                  label: `Make the capitals ${inMm(larger(settings.capitalMm))}`,
                  changes: [change(`${path}.capitalMm`, larger(settings.capitalMm))],
                }
              : {
                  label: `Make the words ${inMm(larger(settings.widthMm))} wide`,
                  changes: [
                    change(`${path}.widthMm`, larger(settings.widthMm)),
                    ...(settings.fit === 'box'
                      ? [change(`${path}.heightMm`, larger(settings.heightMm))]
                      : []),
                  ],
                },
          ]
        : settings.kind === 'frame' && settings.lineMm === thinnest.strokeMm
          ? [
              {
                label: `Make the line ${inMm(larger(settings.lineMm))}`,
                changes: [change(`${path}.lineMm`, larger(settings.lineMm))],
              },
            ]
          : settings.kind === 'frame'
            ? [
                {
                  label: `Make the band ${inMm(larger(settings.bandMm))}`,
                  changes: [change(`${path}.bandMm`, larger(settings.bandMm))],
                },
              ]
            : [],
  };
}

/** Signs that no shipped font has are named; they would be missing on the piece. */
export function measureGlyphs({ piece }: LimitContext): Finding | null {
  const worded = piece.items.filter(({ kind }) => kind === 'words' || kind === 'frame');
  const missing = [...new Set(worded.flatMap((item) => item.missing))];
  const borrowed = [...new Set(worded.flatMap((item) => item.borrowed))];
  if (missing.length === 0 && borrowed.length === 0) return null;
  const list = (signs: readonly string[]): string =>
    signs
      .slice(0, 12)
      .map((sign) => `“${sign}”`)
      .join(' ');
  return {
    code: 'piece-glyphs',
    severity: missing.length > 0 ? 'stop' : 'fine',
    title: 'Signs',
    text:
      missing.length > 0
        ? `No shipped font has ${list(missing)}; write it another way.`
        : `The chosen font lacks ${list(borrowed)}; a plain one stands in.`,
    measured: { value: missing.length, unit: 'missing' },
    required: { value: 0, unit: 'missing', comparison: '<=' },
    source: { tag: 'geo', text: 'the shipped fonts' },
    fixes: [],
  };
}

/** A field in braces that the job does not have would be engraved as it stands. */
export function measureFields({ piece }: LimitContext): Finding | null {
  const item = piece.items.find(({ unknownFields }) => unknownFields.length > 0);
  if (item === undefined) return null;
  const names = item.unknownFields.map((name) => `{${name}}`).join(' ');
  return {
    code: 'piece-fields',
    severity: 'caution',
    title: 'Fields',
    text: `This job has no field ${names}, so the ${item.name} show it as it stands.`,
    measured: { value: item.unknownFields.length, unit: 'unknown' },
    required: { value: 0, unit: 'unknown', comparison: '<=' },
    source: { tag: 'geo', text: 'the fields of the job' },
    fixes: [],
  };
}

/** Things over each other. */
export function measureOverlaps({ piece }: LimitContext): Finding | null {
  const things = piece.items.filter((item) => item.kind !== 'border' && inkOf(item).length > 0);
  for (let first = 0; first < things.length; first++)
    for (const other of things.slice(first + 1)) {
      const item = things[first]!;
      const shared = sharedArea(item, other);
      if (shared > 1e-4)
        return {
          code: 'piece-overlap',
          severity: 'caution',
          title: 'Overlap',
          text: `The ${item.name} and the ${other.name} lie over each other.`,
          measured: { value: Number(shared.toFixed(2)), unit: 'mm²' },
          required: { value: 0, unit: 'mm²', comparison: '<=' },
          source: geometry,
          fixes: [],
        };
    }
  return null;
}

const sharedBefore = new WeakMap<PlacedItem, WeakMap<PlacedItem, number>>();

function sharedArea(item: PlacedItem, other: PlacedItem): number {
  let known = sharedBefore.get(item);
  if (known === undefined) sharedBefore.set(item, (known = new WeakMap()));
  let area = known.get(other);
  if (area === undefined) {
    const [a, b] = [boundsOf(inkOf(item))!, boundsOf(inkOf(other))!];
    const meet = a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
    area = meet ? regionArea(sharedRegion(inkOf(item), inkOf(other), 0.01)) : 0;
    known.set(other, area);
  }
  return area;
}
