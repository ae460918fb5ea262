/** logo: what a logo is read from, its outlines, where it lies on a symbol and what that costs. */
export type { ColouredShape, RawLogo } from './art';
export { linesOfDrawing } from './drawing';
export { knockOutDamage, protectedRoles, type Damage } from './damage';
export { logoArt, type LogoArt } from './ink';
export { placeLogo, type PlacedLogo } from './knockOut';
export { iconNames, loadLogo, logoKey, type LoadedLogo, type LogoAssets } from './load';
export { pictureLimits, readPng, type Picture } from './png';
export { cleanUpload, type CleanUpload } from './upload';
export { drawingLimits, sanitiseDrawing } from './sanitise';
export { isSafeDamage, largestSafeShare } from './search';
export {
  fileHashSchema,
  knockOutShapes,
  logoSchema,
  logoSourceSchema,
  newLogo,
  type LogoSettings,
  type LogoSource,
} from './settings';
