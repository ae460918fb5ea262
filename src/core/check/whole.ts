/** Limits of the piece as a whole: its holes, its codes together, the contour that it is cut along, the base that it stands in. */
import type { Finding, Source } from '../finding';
import { boundsOf, holdsPoint, regionDistance, type Region } from '../geometry';
import { layStand, turnedWith, type Hole, type Piece } from '../piece';
import { phoneCamera } from '../camera';
import { change, inMm, roundDownTo, roundUpTo, slack, type LimitContext } from './context';
import { inkOf } from './itemFixes';

const geometry: Source = { tag: 'geo', text: 'geometry of the piece' };
const trade: Source = { tag: 'cp', text: 'common practice, no source' };

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
    ...piece.items.map((item) => ({ name: item.name, region: inkOf(item) })),
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

/** Distance between two outlines; a little less than nothing, or the depth, when one crosses or lies within the other. */
function apart(region: Region, other: Region, centre: { readonly x: number; readonly y: number }): number {
  const distance = regionDistance(region, other);
  const isWithin = holdsPoint(region, centre) || holdsPoint(other, region[0]![0]!);
  return isWithin || distance === 0 ? -distance - 1e-3 : distance;
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
    .map((item) => boundsOf(inkOf(item)))
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
