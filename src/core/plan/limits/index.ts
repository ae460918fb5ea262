/** The limits of a planned piece: every one is measured and returned, fine or not, in the order of the readout. */
import type { Finding } from '../../finding';
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
import { measureMirroring, measurePolarity } from './tone';

export { symbolContrast } from './contrast';
export type { LimitContext, LogoContext } from './context';
export { fitRanges, type FitRange } from './fitRanges';

const measures: readonly ((context: LimitContext) => Finding | null)[] = [
  measureCodeInside,
  measureQuietZone,
  measureRoundInside,
  measureRoundQuiet,
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

export function measureLimits(context: LimitContext): Finding[] {
  return measures.map((measure) => measure(context)).filter((finding) => finding !== null);
}
