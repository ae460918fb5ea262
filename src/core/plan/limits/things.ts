/** Limits on what lies on the piece beside its codes: words, pictures, frames, holes, contour and stand. */
import type { Finding, Fix, Severity, Source } from '../../finding';
import {
  boundsOf,
  cutRegion,
  holdsPoint,
  regionArea,
  regionDistance,
  sharedRegion,
  type Contour,
  type Region,
} from '../../geometry';
import {
  layStand,
  turnedWith,
  type Axis,
  type Hole,
  type ItemSettings,
  type Piece,
  type PlacedItem,
} from '../../piece';
import { phoneCamera } from '../camera';
import { change, inMm, roundDownTo, roundUpTo, slack, type LimitContext } from './context';
import {
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

const regionOf = ({ area, lines }: PlacedItem): Region => [...area, ...lines];

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
    const region = regionOf(item);
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
  { piece, pieceSettings }: LimitContext,
  item: PlacedItem,
  settings: ItemSettings,
  place: number,
  leastMm: number,
): Fix[] {
  const removal = removalFix(pieceSettings, place, item.name);
  if (settings.kind === 'frame' || settings.kind === 'border') return [removal];
  const path = `piece.items.${place}`;
  const { safeMm } = pieceSettings;
  const isGood = (candidate: PlacedItem): boolean =>
    measuredInside(candidate, [piece.outline]) >= Math.max(leastMm, safeMm) - slack;
  const bounds = boundsOf(regionOf(item))!;
  /** In whole tenths of a millimetre, so that nothing ends just short of where it should be. */
  const into = (start: number, length: number, room: number, axis: Axis): number => {
    if (axis === 'middle') return 0;
    const before = roundUpTo(safeMm - start + slack, 0.1);
    const beyond = roundUpTo(start + length - room + safeMm + slack, 0.1);
    return before > 0 ? before : beyond > 0 ? -beyond : 0;
  };
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
  const region = regionOf(item);
  const distance = regionDistance(region, edge);
  const isInside = region.every((contour) => contour.length === 0 || holdsPoint(edge, contour[0]!));
  if (isInside && distance > 0) return distance;
  const outside = cutRegion(region, edge, 0.01);
  if (regionArea(outside) < 1e-6) return isInside ? distance : 0;
  const over = boundsOf(outside)!;
  const around = boundsOf(edge)!;
  const reach = Math.max(
    around.x - over.x,
    around.y - over.y,
    over.x + over.width - around.x - around.width,
    over.y + over.height - around.y - around.height,
  );
  return -Math.max(reach, Math.min(over.width, over.height, item.box.width));
}

/** Least material between a hole and the edge or another hole. */
const leastWebMm = 1;

/** Holes keep off the edge, each other, and by their own distance off everything else. */
export function measureHoles({ piece, pieceSettings }: LimitContext): Finding | null {
  const holes = allHoles(piece);
  if (holes.length === 0) return null;
  let worst: { hole: Hole; other: string; mm: number; requiredMm: number } | null = null;
  const consider = (hole: Hole, other: string, mm: number, requiredMm: number): void => {
    if (worst === null || mm - requiredMm < worst.mm - worst.requiredMm)
      worst = { hole, other, mm, requiredMm };
  };
  const things: { name: string; region: Region }[] = [
    ...[piece, ...piece.others].map((code, index) => ({
      name: index === 0 ? 'code' : `code ${index + 1}`,
      region: turnedWith(code, [code.field]),
    })),
    ...piece.items.map((item) => ({ name: item.name, region: regionOf(item) })),
  ];
  holes.forEach((hole, index) => {
    const edge = [hole.edge];
    const toEdge = regionDistance(edge, [piece.outline]);
    consider(hole, 'edge', holdsPoint([piece.outline], hole.centre) ? toEdge : -toEdge, leastWebMm);
    for (const other of holes.slice(index + 1))
      consider(hole, `other ${other.name}`, apart([other.edge], edge, hole.centre), leastWebMm);
    for (const { name, region } of things)
      if (region.length > 0) consider(hole, name, apart(region, edge, hole.centre), hole.keepOutMm);
  });
  const { hole, other, mm, requiredMm } = worst!;
  const isClear = mm >= requiredMm - slack;
  const breaks = other === 'edge' || other.startsWith('other ');
  const row = pieceSettings.holes.findIndex(({ id }) => id === hole.id);
  return {
    code: 'piece-holes',
    severity: isClear ? 'fine' : mm < -slack || breaks ? 'stop' : 'caution',
    title: 'Holes',
    text: isClear
      ? `Nearest: ${hole.name} to the ${other}.`
      : `Too near: ${hole.name} to the ${other}. ${breaks ? 'The material breaks out there.' : 'A screw head or washer would lie over it.'}`,
    measured: { value: mm, unit: 'mm' },
    required: { value: requiredMm, unit: 'mm', comparison: '>=' },
    source: trade,
    fixes:
      isClear || row < 0
        ? []
        : [
            {
              label: `Take the ${hole.name} away`,
              changes: [
                change(
                  'piece.holes',
                  pieceSettings.holes.filter((_, index) => index !== row),
                ),
              ],
            },
          ],
  };
}

/** Holes with the openings of the outline, which keep 1 mm off. */
function allHoles({ holes, openings }: Piece): readonly Hole[] {
  const own = openings.map((edge): Hole => {
    const { x, y, width, height } = boundsOf([edge])!;
    const centre = { x: x + width / 2, y: y + height / 2 };
    return { id: '', name: 'opening', edge, centre, keepOutMm: 1 };
  });
  return [...holes, ...own];
}

/** Distance between two outlines; 0 when one lies within the other. */
function apart(region: Region, other: Region, centre: { readonly x: number; readonly y: number }): number {
  if (holdsPoint(region, centre) || holdsPoint(other, region[0]![0]!))
    return -regionDistance(region, other) - 1e-3;
  return regionDistance(region, other);
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
  const things = piece.items.filter((item) => item.kind !== 'border' && regionOf(item).length > 0);
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
    const [a, b] = [boundsOf(regionOf(item))!, boundsOf(regionOf(other))!];
    const meet = a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
    area = meet ? regionArea(sharedRegion(regionOf(item), regionOf(other), 0.01)) : 0;
    known.set(other, area);
  }
  return area;
}

/** Two codes in one picture: a phone reads whichever it finds first. */
export function measureCodesInView({ piece, readingDistanceMm }: LimitContext): Finding | null {
  const codes = [piece, ...piece.others];
  if (codes.length < 2) return null;
  // Aimed at one code, the picture reaches half its width to either side.
  const halfView = (readingDistanceMm * phoneCamera.widthPx) / phoneCamera.focalPx / 2;
  let nearest = Infinity;
  codes.forEach((code, index) => {
    for (const other of codes.slice(index + 1)) {
      const across = Math.abs(code.code.x + code.code.width / 2 - other.code.x - other.code.width / 2);
      const down = Math.abs(code.code.y + code.code.width / 2 - other.code.y - other.code.width / 2);
      nearest = Math.min(nearest, Math.max(across, down) + Math.min(code.code.width, other.code.width) / 2);
    }
  });
  const isApart = nearest >= halfView;
  const nearerM = roundDownTo((2 * nearest * phoneCamera.focalPx) / phoneCamera.widthPx / 1000, 0.01);
  return {
    code: 'piece-codes',
    severity: isApart ? 'fine' : 'caution',
    title: 'Codes apart',
    text: isApart
      ? 'A phone that is held to one code does not see the other whole.'
      : 'A phone that is held to one code sees the other too and may take it instead. Move them apart, or say by words which is which.',
    measured: { value: nearest, unit: 'mm' },
    required: { value: halfView, unit: 'mm', comparison: '>=' },
    source: { tag: 'mem', text: `camera model: ${phoneCamera.source.text}` },
    fixes:
      isApart || nearerM * 1000 < phoneCamera.nearestMm
        ? []
        : [{ label: `Read from ${nearerM} m`, changes: [change('reading.distanceM', nearerM)] }],
  };
}

/** Readers take a code at any angle, but its edges no longer fall on the machine's lines and it looks like a slip. */
export function measureCodeTurn({ pieceSettings }: LimitContext): Finding | null {
  const { turnDegrees } = pieceSettings.code;
  if (turnDegrees % 90 === 0) return null;
  const nearest = Math.round(turnDegrees / 90) * 90;
  return {
    code: 'code-turn',
    severity: 'caution',
    title: 'Turned code',
    text: 'Readers take any turn, but slanted edges come out stepped on machines that work in lines, and quarter turns look meant.',
    measured: { value: turnDegrees, unit: '°' },
    required: { value: nearest, unit: '°', comparison: '=' },
    source: trade,
    fixes: [{ label: `Turn it to ${nearest}°`, changes: [change('piece.code.turnDegrees', nearest)] }],
  };
}

/** The cut line of a sticker has to lie on the sheet that it is cut from, with its bleed. */
export function measureContour({ piece, pieceSettings }: LimitContext): Finding | null {
  if (!piece.isContour) return null;
  const { x, y, width, height } = boundsOf([piece.outline])!;
  const { widthMm, heightMm, bleedMm } = pieceSettings;
  const left = Math.min(x, y, widthMm - x - width, heightMm - y - height);
  const isInside = left >= bleedMm - slack;
  const grow = roundUpTo(2 * (bleedMm - left), 1);
  return {
    code: 'piece-contour',
    severity: isInside ? 'fine' : 'stop',
    title: 'Contour on the sheet',
    text: isInside
      ? 'From the cut line to the edge of the sheet.'
      : `The cut line with its bleed of ${inMm(bleedMm)} does not fit the sheet.`,
    measured: { value: left, unit: 'mm' },
    required: { value: bleedMm, unit: 'mm', comparison: '>=' },
    source: geometry,
    fixes: isInside
      ? []
      : [
          {
            label: `Make the sheet ${inMm(widthMm + grow)} × ${inMm(heightMm + grow)}`,
            changes: [change('piece.widthMm', widthMm + grow), change('piece.heightMm', heightMm + grow)],
          },
        ],
  };
}

/** A standing piece needs a foot, and nothing of it that matters may vanish in the slot. */
export function measureStand({ piece, pieceSettings }: LimitContext): Finding | null {
  const { stand } = pieceSettings;
  if (stand === null) return null;
  const laid = layStand(stand, piece);
  if (laid === null)
    return {
      code: 'piece-stand',
      severity: 'stop',
      title: 'Stand',
      text: 'This outline has no straight foot to stand on. Choose an outline with a straight lower edge.',
      measured: { value: 0, unit: 'mm' },
      required: { value: 5, unit: 'mm', comparison: '>=' },
      source: geometry,
      fixes: [{ label: 'Make it an arch', changes: [change('piece.outline', { kind: 'arch' })] }],
    };
  const codes = [piece, ...piece.others].map((code) => boundsOf(turnedWith(code, [code.field]))!);
  const things = piece.items
    .filter(({ kind }) => kind !== 'border')
    .map((item) => boundsOf(regionOf(item)))
    .filter((box) => box !== null);
  const lowest = Math.max(...[...codes, ...things].map(({ y, height }) => y + height));
  const left = piece.heightMm - lowest;
  const isClear = left >= laid.depthMm - slack;
  const higher = Math.ceil(laid.depthMm - left - slack);
  return {
    code: 'piece-stand',
    severity: isClear ? 'fine' : 'stop',
    title: 'Stand',
    text: isClear
      ? `The plate stands ${inMm(laid.depthMm)} deep in a slot of ${inMm(laid.slot.lengthMm)} × ${inMm(laid.slot.widthMm)}.`
      : 'The base covers what lies at the foot of the plate. Move it up, or make the plate higher.',
    measured: { value: left, unit: 'mm' },
    required: { value: laid.depthMm, unit: 'mm', comparison: '>=' },
    source: geometry,
    fixes:
      isClear || stand.steps < 2
        ? []
        : [
            {
              label: `Make the piece ${inMm(2 * higher)} higher`,
              changes: [change('piece.heightMm', pieceSettings.heightMm + 2 * higher)],
            },
          ],
  };
}
