/** Limits of the piece as a whole: its holes, its codes together, the contour that it is cut along, the base that it stands in. */
import { aboutPiece, codeName, mm, say, sizeMm, type Sentence, type Source } from '../finding';
import { boundsOf, holdsPoint, regionDistance, type Region } from '../geometry';
import { phoneCamera } from '../camera';
import { roundDownTo, roundUpTo, slack } from '../numbers';
import { layStand, turnedWith, type Hole, type Piece } from '../piece';
import { changePiece, changePlacement, fix, takeHoleAway } from './changes';
import type { CodeContext, PieceContext } from './context';
import { inkOf } from './itemFixes';
import type { Measured, PieceMeasured } from './measured';
import { readFromFix } from './reading';
import { pieceSizeChange } from './sizeFixes';

const geometry: Source = { tag: 'geo', text: 'geometry of the piece' };
const trade: Source = { tag: 'cp', text: 'common practice, no source' };

/** Least material between a hole and the edge or another hole. */
const leastWebMm = 1;

/** What is nearest to a hole, and by how much nearer than it may be. */
interface HoleMeasure {
  readonly hole: Hole;
  readonly other: Sentence;
  /** The material would break out between the hole and the edge or another hole. */
  readonly breaks: boolean;
  readonly mm: number;
  readonly requiredMm: number;
}

/** Holes keep off the edge, each other, and by their own distance off everything else. The worst of each row is told. */
export function measureHoles({ piece, settings }: PieceContext): PieceMeasured[] {
  const holes = allHoles(piece);
  const things: { name: Sentence; region: Region }[] = [
    ...piece.codes.map((code) => ({ name: [codeName(code.id)], region: turnedWith(code, [code.field]) })),
    ...piece.items.map((item) => ({ name: [item.name], region: inkOf(item) })),
  ];
  const measures = holes.flatMap((hole, index): HoleMeasure[] => {
    const edge = [hole.edge];
    const toEdge = regionDistance(edge, [piece.outline]);
    return [
      {
        hole,
        other: ['edge'],
        breaks: true,
        mm: holdsPoint([piece.outline], hole.centre) ? toEdge : -toEdge,
        requiredMm: leastWebMm,
      },
      ...holes.slice(index + 1).map((other) => ({
        hole,
        other: say`other ${other.name}`,
        breaks: true,
        mm: apart([other.edge], edge, hole.centre),
        requiredMm: leastWebMm,
      })),
      ...things
        .filter(({ region }) => region.length > 0)
        .map(({ name, region }) => ({
          hole,
          other: name,
          breaks: false,
          mm: apart(region, edge, hole.centre),
          requiredMm: hole.keepOutMm,
        })),
    ];
  });
  const worstOf = (some: readonly HoleMeasure[]): HoleMeasure | undefined =>
    some.reduce<HoleMeasure | undefined>(
      (worst, next) =>
        worst === undefined || next.mm - next.requiredMm < worst.mm - worst.requiredMm ? next : worst,
      undefined,
    );
  const rows = [...new Set(holes.map(({ id }) => id))].map((id) =>
    worstOf(measures.filter(({ hole }) => hole.id === id))!,
  );
  const near = rows.filter((row) => row.mm < row.requiredMm - slack);
  const nearest = worstOf(measures);
  if (nearest === undefined) return [];
  return (near.length > 0 ? near : [nearest]).map(({ hole, other, breaks, mm: apartMm, requiredMm }) => {
    const isClear = near.length === 0;
    const row = settings.holes.find(({ id }) => id === hole.id);
    return {
      kind: 'piece-holes',
      about: isClear || row === undefined ? aboutPiece : { on: 'hole', id: row.id },
      station: 'piece',
      severity: isClear ? 'fine' : apartMm < -slack || breaks ? 'stop' : 'caution',
      title: 'Holes',
      text: isClear
        ? say`Nearest: ${hole.name} to the ${other}.`
        : say`Too near: ${hole.name} to the ${other}. ${breaks ? 'The material breaks out there.' : 'A screw head or washer would lie over it.'}`,
      measured: { value: apartMm, unit: 'mm' },
      required: { value: requiredMm, unit: 'mm', comparison: '>=' },
      source: trade,
      fixes: () =>
        isClear || row === undefined ? [] : [fix(say`Remove the ${hole.name}`, takeHoleAway(row))],
    };
  });
}

/** Holes with the openings of the outline, which keep 1 mm off. */
function allHoles({ holes, openings }: Piece): readonly Hole[] {
  const cutHoles = openings.map((edge): Hole => {
    const { x, y, width, height } = boundsOf([edge])!;
    const centre = { x: x + width / 2, y: y + height / 2 };
    return { id: '', name: ['opening'], edge, centre, keepOutMm: 1 };
  });
  return [...holes, ...cutHoles];
}

/** Distance between two outlines; a little less than nothing, or the depth, when one crosses or lies within the other. */
function apart(region: Region, other: Region, centre: { readonly x: number; readonly y: number }): number {
  const distance = regionDistance(region, other);
  const isWithin = holdsPoint(region, centre) || holdsPoint(other, region[0]![0]!);
  return isWithin || distance === 0 ? -distance - 1e-3 : distance;
}

/** Two codes in one picture: a phone reads whichever it finds first. */
export function measureCodesInView({ piece, readingDistanceMm }: PieceContext): PieceMeasured[] {
  const { codes } = piece;
  if (codes.length < 2) return [];
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
  return [
    {
      about: aboutPiece,
      kind: 'piece-codes',
      station: 'piece',
      severity: isApart ? 'fine' : 'caution',
      title: 'Codes apart',
      text: isApart
        ? ['A phone that is held to one code does not see the other whole.']
        : [
            'A phone that is held to one code sees the other too and may take it instead. Move them apart, or say by words which is which.',
          ],
      measured: { value: nearest, unit: 'mm' },
      required: { value: halfView, unit: 'mm', comparison: '>=' },
      source: { tag: 'mem', text: `camera model: ${phoneCamera.source.text}` },
      fixes: () => (isApart || nearerM * 1000 < phoneCamera.nearestMm ? [] : [readFromFix(nearerM)]),
    },
  ];
}

/** Readers take a code at any angle, but its edges no longer fall on the machine's lines and it looks like a slip. */
export function measureCodeTurn(context: CodeContext): Measured | null {
  const { turnDegrees } = context.laying.placement;
  if (turnDegrees % 90 === 0) return null;
  const nearest = Math.round(turnDegrees / 90) * 90;
  return {
    kind: 'code-turn',
    station: 'piece',
    severity: 'caution',
    title: 'Turned code',
    text: [
      'Readers take any turn, but slanted edges come out stepped on machines that work in lines, and quarter turns look meant.',
    ],
    measured: { value: turnDegrees, unit: '°' },
    required: { value: nearest, unit: '°', comparison: '=' },
    source: trade,
    fixes: () => [fix(say`Turn it to ${nearest}°`, changePlacement(context, { turnDegrees: nearest }))],
  };
}

/** The cut line of a sticker has to lie on the sheet that it is cut from, with its bleed. */
export function measureContour({ piece, settings }: PieceContext): PieceMeasured[] {
  if (!piece.isContour) return [];
  const { x, y, width, height } = boundsOf([piece.outline])!;
  const { widthMm, heightMm, bleedMm } = settings;
  const left = Math.min(x, y, widthMm - x - width, heightMm - y - height);
  const isInside = left >= bleedMm - slack;
  const grow = roundUpTo(2 * (bleedMm - left), 1);
  return [
    {
      about: aboutPiece,
      kind: 'piece-contour',
      station: 'piece',
      severity: isInside ? 'fine' : 'stop',
      title: 'Area around the cut line',
      text: isInside
        ? ['From the cut line to the edge of the sheet.']
        : say`The cut line with its bleed of ${mm(bleedMm)} does not fit the sheet.`,
      measured: { value: left, unit: 'mm' },
      required: { value: bleedMm, unit: 'mm', comparison: '>=' },
      source: geometry,
      fixes: () =>
        isInside
          ? []
          : [
              fix(
                say`Make the sheet ${sizeMm(widthMm + grow, heightMm + grow)}`,
                pieceSizeChange({ ...settings, widthMm: widthMm + grow, heightMm: heightMm + grow }),
              ),
            ],
    },
  ];
}

/** A standing piece needs a foot, and nothing of it that matters may vanish in the slot. */
export function measureStand({ piece, settings }: PieceContext): PieceMeasured[] {
  const { stand } = settings;
  if (stand === null) return [];
  const laid = layStand(stand, piece);
  if (laid === null)
    return [
      {
        about: aboutPiece,
        kind: 'piece-stand',
        station: 'piece',
        severity: 'stop',
        title: 'Stand',
        text: [
          'This outline has no straight foot to stand on. Choose an outline with a straight lower edge.',
        ],
        measured: { value: 0, unit: 'mm' },
        required: { value: 5, unit: 'mm', comparison: '>=' },
        source: geometry,
        fixes: () => [fix(['Make it an arch'], changePiece({ outline: { kind: 'arch' } }))],
      },
    ];
  const codes = piece.codes.map((code) => boundsOf(turnedWith(code, [code.field]))!);
  const things = piece.items
    .filter(({ kind }) => kind !== 'border')
    .map((item) => boundsOf(inkOf(item)))
    .filter((box) => box !== null);
  const lowest = Math.max(...[...codes, ...things].map(({ y, height }) => y + height));
  const left = piece.heightMm - lowest;
  const isClear = left >= laid.depthMm - slack;
  const higher = Math.ceil(laid.depthMm - left - slack);
  return [
    {
      about: aboutPiece,
      kind: 'piece-stand',
      station: 'piece',
      severity: isClear ? 'fine' : 'stop',
      title: 'Stand',
      text: isClear
        ? say`The plate stands ${mm(laid.depthMm)} deep in a slot of ${sizeMm(laid.slot.lengthMm, laid.slot.widthMm)}.`
        : ['The base covers what lies at the foot of the plate. Move it up, or make the plate higher.'],
      measured: { value: left, unit: 'mm' },
      required: { value: laid.depthMm, unit: 'mm', comparison: '>=' },
      source: geometry,
      fixes: () =>
        isClear || stand.steps < 2
          ? []
          : [
              fix(
                say`Make the piece ${mm(2 * higher)} higher`,
                changePiece({ heightMm: settings.heightMm + 2 * higher }),
              ),
            ],
    },
  ];
}
