/** plan: a piece, a material and a machine come in; operations in millimetres and the measured limits go out. */
export { phoneCamera, pixelsPerModule } from './camera';
export { fitRanges, measureLimits, type FitRange, type LimitContext } from './limits';
export { machines } from './machines';
export { findPair, materials, pairs, type Pair } from './materials';
export { symbolContrast } from './limits';
export { moduleTones, weakestModules, worstPair, type ModuleTone, type ToneKind } from './tones';
export { blackInk, type Ink, type Operation, type OperationSheet } from './operation';
export { nominalParts, planPiece, type Plan, type PlanPaint, type PlanSettings } from './planPiece';
