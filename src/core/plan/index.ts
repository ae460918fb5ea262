/** plan: a piece, a material and a machine come in; operations in millimetres and the measured limits go out. */
export { phoneCamera, pixelsPerModule } from './camera';
export { fitRanges, measureCodeLimits, measurePieceLimits, type FitRange, type LimitContext } from './limits';
export { roomOn, type Clearance, type Obstacle, type Room } from './clearance';
export { machines } from './machines';
export { findPair, materials, pairs, type Pair } from './materials';
export { symbolContrast } from './limits';
export { moduleTones, weakestModules, worstPair, type ModuleTone, type ToneKind } from './tones';
export { blackInk, isLine, type Ink, type Operation, type OperationSheet } from './operation';
export type { Part, PlanPaint, PlanSettings } from './codeParts';
export { nominalParts, planPiece, type Plan, type PlannedSettings } from './planPiece';
