/** plan: a piece, a material and a machine come in; operations in millimetres go out. */
export type { PlanSettings } from './settings';
export { materialFamilies, materialFamilyIds, type MaterialFamily } from './families';
export { type MachineKind, type MachineKindId, machineKinds } from './machines';
export {
  colourSource,
  bridgeMmOf,
  decidingValues,
  type Finish,
  isSeenThrough,
  type Machine,
  type MarkTone,
  type Material,
  modulesPerBridge,
  moduleSourceOf,
  type Origin,
  type OriginName,
  originNames,
  type Pair,
  pairOf,
  printsOnClear,
  pairDifferences,
  pairKind,
  type PairValues,
  pairValuesSchema,
  type Process,
  smallestModuleMm,
  sourceOf,
  startingPair,
  textures,
  unseenBridgeShare,
  type ValueDifference,
  type ValueName,
  valueNames,
  valueOf,
  type ValueRow,
  valueRows,
  valuesOf,
  type ValueUnit,
  withFamilyId,
  withValue,
  yearsText,
} from './pair';
export {
  type AreaOperation,
  blackInk,
  type Heights,
  type Ink,
  type InkStop,
  isLine,
  type LineOperation,
  type Operation,
  type OperationKind,
  type OperationSheet,
} from './operation';
export { movedInk, turnedInk } from './inks';
export {
  type LooseParts,
  markedModules,
  narrowestLightMm,
  nominalParts,
  type Plan,
  planPiece,
} from './planPiece';
export { bridgesFor, type Bridges, withBridges } from './bridges';
export { type Body, plainSolid, solidForms, solidSchema, type SolidSettings, wholeLayersMm } from './solid';
export { thinParts } from './thin';
export { type Way, wayOf } from './ways';
export { type Work, workOf } from './work';
export { type ModuleTone, moduleTones, type ToneKind, weakestModules, worstPair } from './tones';
