/** words: text comes in; outlines of the shipped fonts go out, in ems. Usable by artwork and piece. */
export { fontIds, packagePathOf, typefaces, type FontFile, type FontId, type Typeface } from './fonts';
export {
  areaOfLine,
  createTypesetter,
  finestEm,
  type FontMetrics,
  type GlyphShape,
  type LoadFont,
  type SetGlyph,
  type SetLine,
  type Typesetter,
} from './shape';
