/** sheet: planned pieces and stock come in; places, and the operations of whole sheets, go out. */
export { composeSheet, placedBox, type PlacedSheet } from './compose';
export {
  countOn,
  fitting,
  labelPlaces,
  type Layout,
  layouts,
  layPieces,
  type PieceSize,
  type Place,
} from './places';
export { sheetsFor, type SizePoint, sizesByCount, widestFor } from './sizes';
export {
  evenMargin,
  type NamedStock,
  roomOn,
  type SheetStock,
  type Stock,
  stocks,
  stockSchema,
} from './stock';
