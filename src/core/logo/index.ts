/** logo: what a logo is read from, its outlines, where it lies on a symbol and what that costs. */
export type { ColouredShape } from './art';
export { type Damage, knockOutDamage, protectedRoles } from './damage';
export { linesOfDrawing } from './drawing';
export { type LogoArt, logoArt, mostOutlines, type ReadyArt, readyArt } from './ink';
export { type PlacedLogo, placeLogo } from './knockOut';
export { iconElements, type LoadedLogo, loadLogo, type LogoAssets, logoKey } from './load';
export { paletteOfLogo, paletteOfPixels } from './palette';
export { type Picture, pictureLimits, readPng } from './png';
export { sanitiseDrawing } from './sanitise';
export { isSafeDamage, largestSafeShare } from './search';
export {
  fileHashSchema,
  logoSchema,
  type LogoSettings,
  type LogoSource,
  logoSourceSchema,
  newLogo,
} from './settings';
export { openDrawing, startRenderer } from './svgRenderer';
export { cleanUpload, type CleanUpload } from './upload';
