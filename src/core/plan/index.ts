/** plan: a piece, a material and a machine come in; operations in millimetres go out. */
export type { PlanSettings } from './codeParts';
export { type MachineKindId, machineKinds } from './machines';
export {
  colourSource,
  families,
  isSeenThrough,
  type Machine,
  type MarkTone,
  type Material,
  type MaterialFamily,
  moduleSourceOf,
  type Origin,
  type OriginName,
  originNames,
  type Pair,
  pairOf,
  pairDifferences,
  type PairValues,
  pairValuesSchema,
  type Process,
  smallestModuleMm,
  sourceOf,
  startingPair,
  textures,
  type ValueDifference,
  type ValueName,
  valueNames,
  valueOf,
  type ValueRow,
  valueRows,
  valuesOf,
  type ValueUnit,
  withValue,
  yearsText,
} from './pair';
export { blackInk, type Ink, isLine, type Operation, type OperationSheet } from './operation';
export { narrowestLightMm, nominalParts, type Plan, planPiece } from './planPiece';
export { type Work, workOf } from './work';
export { type ModuleTone, moduleTones, type ToneKind, weakestModules, worstPair } from './tones';
