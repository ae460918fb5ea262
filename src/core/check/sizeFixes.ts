/** Fixes that change how large things are: a wider code, fewer modules, a larger piece. */
import { leastModuleMm } from '../camera';
import { mm, say, sizeMm, theCode, type Change, type Fix } from '../finding';
import { slack } from '../numbers';
import type { PieceSettings } from '../piece';
import { quietZoneModules, sizeOfVersion, type Level } from '../symbol';
import { isSplit, leastHalfToneModuleMm, leastMadeModuleMm } from './partNeeds';
import { changePiece, changePlacement, changeSymbol, fix } from './changes';
import {
  centred,
  clearanceOf,
  enlargedPiece,
  hasQuietZone,
  isCentred,
  largestPieceMm,
  offeredWidthFrom,
  withCodeCentred,
  withCodeWidth,
  type CodeContext,
} from './context';

/** Puts the code in the middle; nothing when it is there. */
export const centreChanges = (context: CodeContext): Change[] =>
  isCentred(context.laying) ? [] : [changePlacement(context, centred)];

export const pieceSizeChange = ({ widthMm, heightMm }: PieceSettings): Change =>
  changePiece({ widthMm, heightMm });

/** The code of a width, at its place. */
export const codeWidthFix = (context: CodeContext, widthMm: number): Fix =>
  fix(say`Make ${theCode(context.id)} ${mm(widthMm)} wide`, changePlacement(context, { widthMm }));

/** A width for the code, with what else it takes: nothing, the middle, or a larger piece. */
interface Wider {
  readonly fix: Fix;
  readonly takes: 0 | 1 | 2;
}

/**
 * Fixes that make the code at least so wide. A width that is enough for every limit comes before one that is enough for
 * this one, unless it takes more of the piece.
 */
export function widerCodeFixes(context: CodeContext, leastWidthMm: number): Fix[] {
  const widerFix = widerCode(context, offeredWidthFrom(context, leastWidthMm));
  const forAllMm = offeredWidthFrom(context, Math.max(leastWidthMm, leastWidthForAllMm(context)));
  const all = forAllMm === offeredWidthFrom(context, leastWidthMm) ? null : widerCode(context, forAllMm);
  return [widerFix, all]
    .filter((wider) => wider !== null)
    .sort((a, b) => a.takes - b.takes || (a === all ? -1 : 1))
    .map(({ fix: each }) => each);
}

/** The narrowest code whose modules are large enough for machine and camera. */
function leastWidthForAllMm(context: CodeContext): number {
  const { pair, symbol, readingDistanceMm } = context;
  const ofParts = isSplit(context) ? [leastMadeModuleMm(context), leastHalfToneModuleMm(context)] : [];
  return symbol.size * Math.max(pair.smallestModuleMm, leastModuleMm(readingDistanceMm), ...ofParts);
}

/** The code alone when the piece has room, else centred, else the piece with it; null when that is too large. */
function widerCode(context: CodeContext, widthMm: number): Wider | null {
  if (widthMm > largestPieceMm) return null;
  const wider = withCodeWidth(context.laying, widthMm);
  if (hasQuietZone(context, wider)) return { fix: codeWidthFix(context, widthMm), takes: 0 };
  const inMiddle = withCodeCentred(wider);
  const moved = changePlacement(context, { widthMm, ...centred });
  if (hasQuietZone(context, inMiddle))
    return { fix: fix(say`Make ${theCode(context.id)} ${mm(widthMm)} wide and centre it`, moved), takes: 1 };
  const larger = enlargedPiece(context, inMiddle);
  if (larger === null) return null;
  const { piece } = larger;
  return {
    fix: fix(
      say`Make ${theCode(context.id)} ${mm(widthMm)} wide and the piece ${sizeMm(piece.widthMm, piece.heightMm)}`,
      moved,
      pieceSizeChange(piece),
    ),
    takes: 2,
  };
}

/** Fixes that keep the width and use fewer, larger modules, for a module of at least `leastMm`. */
export function fewerModulesFixes(context: CodeContext, leastMm: number): Fix[] {
  const { symbol, symbolSettings, laying } = context;
  const smallest = context.smallestVersions();
  const enough = (version: number | null): version is number => {
    if (version === null || version >= symbol.version) return false;
    const moduleMm = laying.placement.widthMm / sizeOfVersion(version);
    return moduleMm >= leastMm - slack && clearanceOf(context).mm >= (quietZoneModules - slack) * moduleMm;
  };
  const fixes: Fix[] = [];
  const isByHand = symbolSettings.version !== 'smallest';
  const atThisLevel = smallest[symbolSettings.level];
  if (isByHand && enough(atThisLevel))
    fixes.push(fix(say`Use version ${atThisLevel}`, changeSymbol(context, { version: 'smallest' })));
  const stronger: Level[] = ['H', 'Q', 'M', 'L'];
  const weaker = stronger
    .slice(stronger.indexOf(symbolSettings.level) + 1)
    .find((level) => enough(smallest[level]));
  if (weaker !== undefined)
    fixes.push(
      fix(
        say`Choose level ${weaker} (version ${smallest[weaker]!})`,
        changeSymbol(context, isByHand ? { level: weaker, version: 'smallest' } : { level: weaker }),
      ),
    );
  return fixes;
}
