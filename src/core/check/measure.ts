/** The limits of a planned piece: every one is measured and returned, fine or not, in the order of the readout. */
import type { Finding } from '../finding';
import type { LimitContext } from './context';
import { measureContrast, measureLumaContrast, measureRedContrast, measureUnusedPaint } from './contrast';
import { measureBudget, measureCoveredPatterns, measureLogoDetail } from './knockOut';
import {
  measureGrowth,
  measureModuleSize,
  measureThinnestGap,
  measureThinnestPart,
  measureWholeDots,
} from './fineness';
import { measureFarthest, measureNearest, measureTenToOne } from './reading';
import { measureCodeInside, measureQuietZone, measureRoundInside, measureRoundQuiet } from './room';
import { measureAlignment, measureFinderCorners, measureFinderProportions, measureUnitFill } from './shapes';
import { measureFields, measureGlyphs, measureOverlaps, measureStrokes, measureThingsInside } from './things';
import { measureMirroring, measurePolarity } from './tone';
import { measureCodesInView, measureCodeTurn, measureContour, measureHoles, measureStand } from './whole';

/** What is asked of every code. */
const codeMeasures: readonly ((context: LimitContext) => Finding | null)[] = [
  measureCodeInside,
  measureQuietZone,
  measureRoundInside,
  measureRoundQuiet,
  measureCodeTurn,
  measureModuleSize,
  measureWholeDots,
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
  measureGrowth,
  measureThinnestPart,
  measureThinnestGap,
  measureUnitFill,
  measureFinderCorners,
  measureFinderProportions,
  measureAlignment,
];

/** What is asked once of the whole piece. Their codes begin with `piece-`. */
const pieceMeasures: readonly ((context: LimitContext) => Finding | null)[] = [
  measureThingsInside,
  measureHoles,
  measureStrokes,
  measureGlyphs,
  measureFields,
  measureOverlaps,
  measureCodesInView,
  measureContour,
  measureStand,
];

const measured = (measures: typeof codeMeasures, context: LimitContext): Finding[] =>
  measures.map((measure) => measure(context)).filter((finding) => finding !== null);

/** Limits of the code that the context is about. */
export const measureCodeLimits = (context: LimitContext): Finding[] => measured(codeMeasures, context);
/** Limits of the piece as a whole; the same whichever code the context is about. */
export const measurePieceLimits = (context: LimitContext): Finding[] => measured(pieceMeasures, context);
