/** artwork: a symbol and a style come in; dark and light areas go out as regions in module units. */
export { countCorners } from './corners';
export { darkenedPaint, lightenedPaint, withLightnessWithin } from './darken';
export { type Artwork, drawArtwork } from './drawArtwork';
export type { ColouredArea } from './drawParts';
export { coloursOfMiddles, type HalfTone, matchOfModules, outerPart, splitModules } from './halfTone';
export { mapFinders, type PerFinder } from './mapFinders';
export { unitArea } from './modules';
export {
  colourAt,
  type FinderPaint,
  type Ground,
  halfLength,
  isPlainPaint,
  paintedColours,
  type Paint,
  plainPaint,
  printedHex,
  printedLinear,
  sortedStops,
  type StylePaint,
} from './paint';
export { type Preset, presets, shapesKey, styleName } from './presets';
export { finderProportions } from './proportions';
export {
  type FinderShape,
  type FinderStyle,
  type ModuleStyle,
  partedModules,
  plainStyle,
  usualRound,
  squareModules,
  type Style,
  styleSchema,
} from './style';
