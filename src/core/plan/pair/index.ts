/** pair: a material on a machine, its values, and where each comes from. */
export { pairDifferences, type ValueDifference } from './differences';
export {
  bridgeMmOf,
  decidingValues,
  type Finish,
  isSeenThrough,
  type MarkTone,
  modulesPerBridge,
  moduleSourceOf,
  type Pair,
  pairOf,
  printsOnClear,
  smallestModuleMm,
  unseenBridgeShare,
  sourceOf,
  valueOf,
  valuesOf,
  withValue,
} from './pair';
export {
  type Machine,
  type Material,
  type Origin,
  type OriginName,
  originNames,
  type PairValues,
  pairValuesSchema,
  type Process,
  textures,
} from './schema';
export { pairKind, withFamilyId } from './kind';
export { startingPair } from './starting';
export {
  colourSource,
  type ValueName,
  valueNames,
  type ValueRow,
  valueRows,
  type ValueUnit,
  yearsText,
} from './values';
