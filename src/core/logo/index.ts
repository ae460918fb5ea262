/** logo: what a logo is read from, its outlines, where it lies on a symbol and what that costs. */
export type { ColouredShape } from './art';
export { type CarriedFile, carriedFileSchema, fileMediaTypes } from './carriedFiles';
export { brushed } from './brush';
export { type Damage, knockOutDamage, protectedRoles } from './damage';
export { linesOfDrawing } from './drawing';
export { type FileKind, fileKind, isMoving } from './fileKinds';
export { type LogoArt, logoArt, mostOutlines, type ReadyArt, readyArt } from './ink';
export { type PlacedLogo, placeLogo, type PutLogo, putLogo } from './knockOut';
export { iconElements, type LoadedLogo, loadLogo, type LogoAssets, logoKey } from './load';
export { paletteOfLogo, paletteOfPixels } from './palette';
export { isPng, type Picture, pictureLimits, readPng } from './png';
export { sanitiseDrawing } from './sanitise';
export { moduleOfPart, partsPerModule, type PartTones, partTones } from './partTones';
export { isSafeDamage, largestSafeShare } from './search';
export {
  type BitPlace,
  bitPlaces,
  type BrushKind,
  fileHashSchema,
  mostPoints,
  mostStrokes,
  type Stroke,
  logoSchema,
  type LogoSettings,
  type LogoWay,
  logoWays,
  type LogoSource,
  logoSourceSchema,
  isDrawnByModules,
  isSplit,
  isSteered,
  newLogo,
  usualShare,
  withSource,
  withWay,
} from './settings';
export { openDrawing, startRenderer } from './svgRenderer';
export { cleanUpload, type CleanUpload } from './upload';
export { wishesOfLogo } from './wishes';
