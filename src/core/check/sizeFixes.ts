/** Fixes that change how large things are: a wider code, fewer modules, a larger piece. */
import { mm, say, sizeMm, theCode, type Change, type Fix } from '../finding';
import { slack } from '../numbers';
import type { PieceSettings } from '../piece';
import { quietZoneModules, sizeOfVersion, type Level } from '../symbol';
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

/** Fixes that make the code at least so wide: the code alone when the piece has room, else centred, else the piece with it. */
export function widerCodeFixes(context: CodeContext, leastWidthMm: number): Fix[] {
  const widthMm = offeredWidthFrom(context, leastWidthMm);
  if (widthMm > largestPieceMm) return [];
  const wider = withCodeWidth(context.laying, widthMm);
  if (hasQuietZone(context, wider)) return [codeWidthFix(context, widthMm)];
  const inMiddle = withCodeCentred(wider);
  const moved = changePlacement(context, { widthMm, ...centred });
  if (hasQuietZone(context, inMiddle))
    return [fix(say`Make ${theCode(context.id)} ${mm(widthMm)} wide and centre it`, moved)];
  const larger = enlargedPiece(context, inMiddle);
  if (larger === null) return [];
  const { piece } = larger;
  return [
    fix(
      say`Make ${theCode(context.id)} ${mm(widthMm)} wide and the piece ${sizeMm(piece.widthMm, piece.heightMm)}`,
      moved,
      pieceSizeChange(piece),
    ),
  ];
}

/** Fixes that keep the width and use fewer, larger modules, for a module of at least `leastModuleMm`. */
export function fewerModulesFixes(context: CodeContext, leastModuleMm: number): Fix[] {
  const { symbol, symbolSettings, laying } = context;
  const smallest = context.smallestVersions();
  const enough = (version: number | null): version is number => {
    if (version === null || version >= symbol.version) return false;
    const moduleMm = laying.placement.widthMm / sizeOfVersion(version);
    return (
      moduleMm >= leastModuleMm - slack && clearanceOf(context).mm >= (quietZoneModules - slack) * moduleMm
    );
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
