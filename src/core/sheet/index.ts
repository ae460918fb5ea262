/** sheet: planned pieces and stock come in; places, and the operations of whole sheets, go out. */
export { composeSheet, placedBox, type PlacedSheet } from './compose';
export { type CutOrder, cutOrder } from './cutOrder';
export {
  type ChosenStock,
  marksSchema,
  namedStockSchema,
  noMarks,
  type SheetDocument,
  sheetDocumentSchema,
  sheetKind,
  sheetFormatVersion,
  sheetOn,
  type SheetMarks,
  usualGap,
} from './document';
export { atOrigin } from './interlock';
export { captionMm, commonMarks, marksRoomMm, sheetMarks } from './marks';
export { type SharedCuts, sharedCuts, toAndFro } from './sharedCuts';
export { mostSheets, packPieces, type PackedPiece } from './pack';
export { countOn, fitting, labelPlaces, type Layout, layouts, layPieces } from './places';
export type { PieceShape, PieceSize, Place } from './shapes';
export { sheetsFor, type SizePoint, sizesByCount, widestFor } from './sizes';
export {
  evenMargin,
  labelsOf,
  type LabelStock,
  type NamedStock,
  type RollStock,
  roomOn,
  sheetStock,
  type SheetStock,
  type Stock,
  stocks,
  stockSchema,
} from './stock';
