/** symbol: a text and settings come in; modules of an ISO/IEC 18004 model 2 symbol go out, with the role of each. */
export { type ModuleRole, moduleRoleNames, moduleRoles, symbolAnatomy } from './anatomy';
export { type EncodeResult, encodeSteps, encodeSymbol, type QrSymbol, smallestVersions } from './encode';
export { lostCodewords, type LostCodewords } from './lost';
export { symbolSchema } from './schema';
export { defaultSymbolSettings, type EncodeSettings, type SymbolSettings } from './settings';
export type { Steering, Wishes } from './steer';
export { blockLayout, type Level, levels, type Mode, modes, quietZoneModules, sizeOfVersion } from './tables';
export { alignmentPlaces, finderCentres } from './template';
