/** symbol: a text and settings come in; modules of an ISO/IEC 18004 model 2 symbol go out, with the role of each. */
export { alignmentPlaces, finderCentres } from './template';
export { moduleRoles, symbolAnatomy, type Anatomy, type ModuleRole } from './anatomy';
export { encodeSymbol, smallestVersions, type EncodeResult, type QrSymbol } from './encode';
export { defaultSymbolSettings, symbolSchema, type EncodeSettings, type SymbolSettings } from './settings';
export type { Segment } from './segments';
export { blockLayout, levels, modes, sizeOfVersion, type BlockLayout, type Level, type Mode } from './tables';
/** Modules of light tone that belong around a symbol on every side (ISO/IEC 18004:2015, 6.3.8). */
export const quietZoneModules = 4;
