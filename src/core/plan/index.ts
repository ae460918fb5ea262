/** plan: a piece, a material and a machine come in; operations in millimetres go out. */
export type { PlanSettings } from './codeParts';
export { findPair, materials, type Pair, pairs } from './materials';
export { blackInk, type Ink, isLine, type Operation, type OperationSheet } from './operation';
export { narrowestLightMm, nominalParts, type Plan, planPiece } from './planPiece';
export { type ModuleTone, moduleTones, type ToneKind, weakestModules, worstPair } from './tones';
