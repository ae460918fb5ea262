/** What every limit is measured on, and what fixes have in common. */
import type { Damage, Picture } from '../logo';
import type { Style } from '../artwork';
import type { Change, Fix } from '../finding';
import type { Piece, PieceSettings } from '../piece';
import { quietZoneModules, sizeOfVersion, type Level, type QrSymbol, type SymbolSettings } from '../symbol';
import type { Clearance, Room } from './clearance';
import type { Pair, Plan, ModuleTone } from '../plan';

/** What the limits may ask about a logo; each answer costs a search, so it is asked for only when something is wrong. */
export interface LogoContext {
  /** The largest share of the symbol's side that is safe at this place; null when none is. */
  readonly largestSafeShare: () => number | null;
  /** The symbol with other settings and what the logo does to it; null when the message does not fit. */
  readonly rebuilt: (
    change: Partial<SymbolSettings>,
  ) => { readonly version: number; readonly damage: Damage } | null;
}

export interface LimitContext {
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
  readonly pieceSettings: PieceSettings;
  readonly piece: Piece;
  readonly room: Room;
  readonly plan: Plan;
  readonly pair: Pair;
  /** Distance at which the piece is to be read, in millimetres. */
  readonly readingDistanceMm: number;
}

/** Slack for sums of decimal fractions, in the unit at hand. */
export const slack = 1e-6;

export const roundTo = (value: number, step: number): number =>
  Number((Math.round(value / step) * step).toFixed(4));
export const roundUpTo = (value: number, step: number): number =>
  Number((Math.ceil(value / step - slack) * step).toFixed(4));
export const roundDownTo = (value: number, step: number): number =>
  Number((Math.floor(value / step + slack) * step).toFixed(4));

/** Step in which code widths are offered: whole dots a module where the machine has dots, else a tenth of a millimetre. */
function widthStepMm({ pair, symbol }: LimitContext): number {
  return pair.machine.dotMm === null ? 0.1 : pair.machine.dotMm * symbol.size;
}

/** The smallest offered code width that is not under a width. */
export const offeredWidthFrom = (context: LimitContext, widthMm: number): number =>
  roundUpTo(widthMm, widthStepMm(context));
/** The largest offered code width that is not over a width. */
export const offeredWidthTo = (context: LimitContext, widthMm: number): number =>
  roundDownTo(widthMm, widthStepMm(context));

/** What is free around the code, with the piece as it is or with other settings. */
export function clearanceOf({ room, pieceSettings }: LimitContext, settings = pieceSettings): Clearance {
  return room.clearance(settings);
}

/** Free margin around the code in modules. */
export function quietModules(context: LimitContext, settings = context.pieceSettings): number {
  return clearanceOf(context, settings).mm / (settings.code.widthMm / context.symbol.size);
}

export function hasQuietZone(context: LimitContext, settings = context.pieceSettings): boolean {
  return quietModules(context, settings) >= quietZoneModules - slack;
}

/** Settings with another width of the code. */
export const withCodeWidth = (settings: PieceSettings, widthMm: number): PieceSettings => ({
  ...settings,
  code: { ...settings.code, widthMm },
});

/** Settings with the code in the middle of the piece. */
export const withCodeCentred = (settings: PieceSettings): PieceSettings => ({
  ...settings,
  code: { ...settings.code, xMm: 'middle', yMm: 'middle' },
});

export const isCentred = ({ code }: PieceSettings): boolean => code.xMm === 'middle' && code.yMm === 'middle';

/** Changes that put the code in the middle; none when it is there. */
export const centreChanges = (settings: PieceSettings): Change[] =>
  isCentred(settings) ? [] : [change('piece.code.xMm', 'middle'), change('piece.code.yMm', 'middle')];

/** The largest code width whose quiet zone stays free at the chosen place; 0 when there is none. */
export function widestCodeMm(context: LimitContext, settings = context.pieceSettings): number {
  let low = 0;
  let high = Math.max(settings.widthMm, settings.heightMm);
  for (let step = 0; step < 40; step++) {
    const middle = (low + high) / 2;
    if (hasQuietZone(context, withCodeWidth(settings, middle))) low = middle;
    else high = middle;
  }
  return low < 1e-3 ? 0 : low;
}

const largestPieceMm = 5000;

/** The piece, enlarged in whole millimetres, that leaves the quiet zone its room; null when up to 2 m more do not help. */
export function enlargedPiece(context: LimitContext, settings: PieceSettings): PieceSettings | null {
  const needed = settings.code.widthMm * (1 + (2 * quietZoneModules) / context.symbol.size);
  const grow = (side: number): number =>
    side >= needed - slack ? side : side + Math.ceil(needed - side - slack);
  const start = { ...settings, widthMm: grow(settings.widthMm), heightMm: grow(settings.heightMm) };
  const larger = (extra: number): PieceSettings => ({
    ...start,
    widthMm: start.widthMm + extra,
    heightMm: start.heightMm + extra,
  });
  const fits = (extra: number): boolean => hasQuietZone(context, larger(extra));
  if (!fits(0)) {
    let low = 0;
    let high = 1;
    while (!fits(high)) {
      if (high >= 2000) return null;
      low = high;
      high = Math.min(2000, high * 2);
    }
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (fits(middle)) high = middle;
      else low = middle;
    }
    const found = larger(high);
    return Math.max(found.widthMm, found.heightMm) > largestPieceMm ? null : found;
  }
  return Math.max(start.widthMm, start.heightMm) > largestPieceMm ? null : start;
}

export const change = (path: string, value: Change['value']): Change => ({ path, value });

/** `34.2 mm`: at most three decimals, no trailing zeros. */
export const inMm = (value: number): string => `${Number(value.toFixed(3))} mm`;

/**
 * Fixes that make the code at least so wide: the code alone when the piece has room, else the piece with it, and a
 * lower level or a smaller version when that makes the modules large enough.
 */
export function widerCodeFixes(context: LimitContext, leastWidthMm: number): Fix[] {
  const { pieceSettings } = context;
  const codeWidthMm = offeredWidthFrom(context, leastWidthMm);
  if (codeWidthMm > largestPieceMm) return [];
  const widen = change('piece.code.widthMm', codeWidthMm);
  const wider = withCodeWidth(pieceSettings, codeWidthMm);
  if (hasQuietZone(context, wider))
    return [{ label: `Make the code ${inMm(codeWidthMm)}`, changes: [widen] }];
  const centred = withCodeCentred(wider);
  const centre = centreChanges(pieceSettings);
  if (hasQuietZone(context, centred))
    return [{ label: `Make the code ${inMm(codeWidthMm)} and centre it`, changes: [widen, ...centre] }];
  const piece = enlargedPiece(context, centred);
  if (piece === null) return [];
  return [
    {
      label: `Make the code ${inMm(codeWidthMm)} and the piece ${piece.widthMm} × ${inMm(piece.heightMm)}`,
      changes: [
        widen,
        change('piece.widthMm', piece.widthMm),
        change('piece.heightMm', piece.heightMm),
        ...centre,
      ],
    },
  ];
}

/** Fixes that keep the width and use fewer, larger modules, for a module of at least `leastModuleMm`. */
export function fewerModulesFixes(context: LimitContext, leastModuleMm: number): Fix[] {
  const { symbol, symbolSettings, pieceSettings } = context;
  const smallest = context.smallestVersions();
  const enough = (version: number | null): version is number =>
    version !== null &&
    version < symbol.version &&
    pieceSettings.code.widthMm / sizeOfVersion(version) >= leastModuleMm - slack &&
    clearanceOf(context).mm >=
      (quietZoneModules - slack) * (pieceSettings.code.widthMm / sizeOfVersion(version));
  const fixes: Fix[] = [];
  const atThisLevel = smallest[symbolSettings.level];
  if (symbolSettings.version !== 'smallest' && enough(atThisLevel))
    fixes.push({ label: `Use version ${atThisLevel}`, changes: [change('symbol.version', 'smallest')] });
  const stronger: Level[] = ['H', 'Q', 'M', 'L'];
  for (const level of stronger.slice(stronger.indexOf(symbolSettings.level) + 1))
    if (enough(smallest[level])) {
      const changes = [change('symbol.level', level)];
      if (symbolSettings.version !== 'smallest') changes.push(change('symbol.version', 'smallest'));
      fixes.push({ label: `Choose level ${level} (version ${smallest[level]})`, changes });
      break;
    }
  return fixes;
}
