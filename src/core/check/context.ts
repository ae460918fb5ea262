/** What every limit is measured on. */
import type { Damage, LogoSettings, Picture } from '../logo';
import type { Style } from '../artwork';
import type { Clearance, Room } from './clearance';
import type { Laying } from './laying';
import { largestHolding, roundDownTo, roundUpTo, slack, smallestWhole } from '../numbers';
import type { Piece, PieceSettings, PlacedCode } from '../piece';
import type { ModuleTone, Pair, Plan, SolidSettings } from '../plan';
import { quietZoneModules, type Level, type QrSymbol, type SymbolSettings } from '../symbol';

/** What the limits may ask about a logo; each answer costs a search, so it is asked for only when something is wrong. */
export interface LogoContext {
  /** The largest share of the symbol's side that is safe at this place; null when none is. */
  readonly largestSafeShare: () => number | null;
  /** The symbol with other settings and what the logo does to it; null when the message does not fit. */
  readonly rebuilt: (
    change: Partial<SymbolSettings>,
  ) => { readonly version: number; readonly damage: Damage } | null;
}

/** What the limits of the whole piece are measured on. */
export interface PieceContext {
  readonly settings: PieceSettings;
  readonly piece: Piece;
  readonly plan: Plan;
  readonly pair: Pair;
  /** Distance at which the piece is to be read, in millimetres. */
  readonly readingDistanceMm: number;
  /** Of the middle of the piece above the ground; null for what is held. */
  readonly mountedHeightMm: number | null;
  /** How long it is meant to last; null where that does not matter. */
  readonly lasts: { readonly years: number; readonly outdoors: boolean } | null;
  /** How a body carries its marks, for machines that build one. */
  readonly solid: SolidSettings;
  readonly codes: readonly CodeContext[];
}

/** What the limits of one code are measured on. */
export interface CodeContext extends Omit<PieceContext, 'codes' | 'settings'> {
  readonly id: string;
  readonly laying: Laying;
  readonly placed: PlacedCode;
  readonly symbol: QrSymbol;
  readonly symbolSettings: SymbolSettings;
  /** The smallest version that holds the message at each level, null where none does. */
  readonly smallestVersions: () => Readonly<Record<Level, number | null>>;
  readonly style: Style;
  /** The picture that is the ground; null without one. */
  readonly groundPicture: Picture | null;
  /** Printed tones of all modules and of the quiet zone, as they are now. */
  readonly tones: () => readonly ModuleTone[];
  /** What the logo does to the symbol; null without one. */
  readonly damage: Damage | null;
  readonly logo: LogoContext | null;
  /** As it stands in the job; null without one. */
  readonly logoSettings: LogoSettings | null;
  readonly room: Room;
}

/** Step in which code widths are offered: whole dots a module where the machine has dots, else a tenth of a millimetre. */
function widthStepMm({ pair, symbol }: CodeContext): number {
  return pair.machine.dotMm === null ? 0.1 : pair.machine.dotMm * symbol.size;
}

/** The smallest offered code width that is not under a width. */
export const offeredWidthFrom = (context: CodeContext, widthMm: number): number =>
  roundUpTo(widthMm, widthStepMm(context));
/** The largest offered code width that is not over a width. */
export const offeredWidthTo = (context: CodeContext, widthMm: number): number =>
  roundDownTo(widthMm, widthStepMm(context));

/** What is free around the code, with the piece as it is or laid in another way. */
export const clearanceOf = ({ room, laying }: CodeContext, other = laying): Clearance =>
  room.clearance(other);

/** Width of a module of a code of a width. */
export const moduleMmOf = ({ symbol }: CodeContext, { placement }: Laying): number =>
  placement.widthMm / symbol.size;

/** Free margin around the code in modules. */
export function quietModules(context: CodeContext, laying = context.laying): number {
  return clearanceOf(context, laying).mm / moduleMmOf(context, laying);
}

export function hasQuietZone(context: CodeContext, laying = context.laying): boolean {
  return quietModules(context, laying) >= quietZoneModules - slack;
}

/** The same with the code of another width. */
export const withCodeWidth = ({ piece, placement }: Laying, widthMm: number): Laying => ({
  piece,
  placement: { ...placement, widthMm },
});

/** The same with the code in the middle of the piece. */
export const withCodeCentred = ({ piece, placement }: Laying): Laying => ({
  piece,
  placement: { ...placement, ...centred },
});

export const centred = { xMm: 'middle', yMm: 'middle' } as const;

export const isCentred = ({ placement }: Laying): boolean =>
  placement.xMm === 'middle' && placement.yMm === 'middle';

/** The largest code width whose quiet zone stays free at the chosen place; 0 when there is none. */
export function widestCodeMm(context: CodeContext, laying = context.laying): number {
  const { widthMm, heightMm } = laying.piece;
  const widest = largestHolding(0, Math.max(widthMm, heightMm), 1e-8, (width) =>
    hasQuietZone(context, withCodeWidth(laying, width)),
  );
  return widest < 1e-3 ? 0 : widest;
}

export const largestPieceMm = 5000;
/** A piece is never offered larger by more than this. */
const mostGrowthMm = 2000;

/** The piece, enlarged in whole millimetres, that leaves the quiet zone its room; null when up to 2 m more do not help. */
export function enlargedPiece(context: CodeContext, laying: Laying): Laying | null {
  const { piece, placement } = laying;
  const needed = placement.widthMm * (1 + (2 * quietZoneModules) / context.symbol.size);
  const grow = (side: number): number =>
    side >= needed - slack ? side : side + Math.ceil(needed - side - slack);
  const larger = (extra: number): Laying => ({
    placement,
    piece: { ...piece, widthMm: grow(piece.widthMm) + extra, heightMm: grow(piece.heightMm) + extra },
  });
  const extra = smallestWhole(0, mostGrowthMm, (mm) => hasQuietZone(context, larger(mm)));
  if (extra === null) return null;
  const enlarged = larger(extra);
  return Math.max(enlarged.piece.widthMm, enlarged.piece.heightMm) > largestPieceMm ? null : enlarged;
}
