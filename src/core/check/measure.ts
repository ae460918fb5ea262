/** The limits of a planned piece: every one is measured and returned, fine or not, in the order of the readout. */
import type { Finding } from '../finding';
import type { CodeContext, PieceContext } from './context';
import { measureBend, measureMount } from './bend';
import {
  measureBridges,
  measureClearGround,
  measureFirstLayer,
  measureInnerCorners,
  measureLayers,
  measureLooseParts,
  measureWeeding,
} from './bodies';
import { measureContrast, measureLumaContrast, measureRedContrast, measureUnusedPaint } from './contrast';
import { measureCuts } from './cuts';
import {
  measureGrowth,
  measureModuleSize,
  measureLightGaps,
  measureThinnestGap,
  measureThinnestPart,
  measureWholeDots,
} from './fineness';
import { measureItemDetail, measureLogoDetail } from './detail';
import { measureHalfTone } from './halfTone';
import { measureBudget, measureCoveredPatterns } from './knockOut';
import { fixesOf, type FixesWanted, type Measured, type PieceMeasured } from './measured';
import { measureBed, measureBleed, measureLife, measureShift } from './making';
import { measureFarthest, measureNearest, measureTenToOne } from './reading';
import { measureCodeInside, measureQuietZone, measureRoundInside, measureRoundQuiet } from './room';
import { measureAlignment, measureFinderCorners, measureFinderProportions, measureUnitFill } from './shapes';
import {
  measureEmptyWords,
  measureFields,
  measureGlyphs,
  measurePictures,
  measureStrokes,
} from './itemMarks';
import { measureOverlaps, measureThingsInside } from './items';
import { measureMirroring, measurePolarity } from './tone';
import { measureCodesInView, measureCodeTurn, measureContour, measureHoles, measureStand } from './whole';

/** What is asked of every code. */
const codeMeasures: readonly ((context: CodeContext) => Measured | null)[] = [
  measureCodeInside,
  measureQuietZone,
  measureShift,
  measureRoundInside,
  measureRoundQuiet,
  measureCodeTurn,
  measureModuleSize,
  measureWholeDots,
  measureClearGround,
  measureContrast,
  measureLumaContrast,
  measureRedContrast,
  measureUnusedPaint,
  measurePolarity,
  measureMirroring,
  measureBudget,
  measureCoveredPatterns,
  measureLogoDetail,
  measureFarthest,
  measureTenToOne,
  measureNearest,
  measureBend,
  measureMount,
  measureGrowth,
  measureThinnestPart,
  measureLightGaps,
  measureThinnestGap,
  measureInnerCorners,
  measureFirstLayer,
  measureBridges,
  measureWeeding,
  measureUnitFill,
  measureHalfTone,
  measureFinderCorners,
  measureFinderProportions,
  measureAlignment,
];

/** What is asked once of the whole piece. */
const pieceMeasures: readonly ((context: PieceContext) => readonly PieceMeasured[])[] = [
  measurePictures,
  measureThingsInside,
  measureHoles,
  measureCuts,
  measureStrokes,
  measureItemDetail,
  measureGlyphs,
  measureFields,
  measureEmptyWords,
  measureOverlaps,
  measureCodesInView,
  measureContour,
  measureStand,
  measureBed,
  measureLooseParts,
  measureLayers,
  measureBleed,
  measureLife,
];

/** Limits of one code. */
export const measureCodeLimits = (context: CodeContext, wanted: FixesWanted): Finding[] =>
  codeMeasures.flatMap((measure) => {
    const measured = measure(context);
    if (measured === null) return [];
    return [
      {
        ...measured,
        about: { on: 'code', id: context.id } as const,
        fixes: fixesOf(measured, wanted),
      },
    ];
  });

/** Limits of the piece as a whole and of what lies on it. */
export const measurePieceLimits = (context: PieceContext, wanted: FixesWanted): Finding[] =>
  pieceMeasures.flatMap((measure) =>
    measure(context).map((measured) => ({ ...measured, fixes: fixesOf(measured, wanted) })),
  );
