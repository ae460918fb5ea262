/** words: text comes in; outlines of the shipped fonts go out, in ems. Usable by artwork and piece. */
export { type FontFile, type FontId, fontIds, packagePathOf, typefaces } from './fonts';
export { areaOfLine, finestEm, FontTypesetter, lineOutlines, type SetLine, type Typesetter } from './shape';
