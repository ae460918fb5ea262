/** piece: artworks and sizes come in; the thing itself goes out, in millimetres, with tones instead of colours. */
export { aroundThing } from './around';
export {
  alignedWith,
  type Alignment,
  alignments,
  distributed,
  middleName,
  snapBox,
  type SnapLine,
  snapLines,
} from './arrange';
export {
  centredCode,
  codeBox,
  type CodePlacement,
  codePlacementSchema,
  codeSquare,
  type PlacedCode,
  radians,
  turnedBox,
  turnedWith,
} from './code';
export {
  clearanceHoles,
  type Hole,
  holeFits,
  holeName,
  holePatterns,
  type HoleSettings,
  holesOf,
  screwIds,
} from './holes';
export {
  type ArtSettings,
  type BorderSettings,
  fieldNames,
  emptyFields,
  filledText,
  type FrameSettings,
  brokenEvenly,
  frameShapes,
  itemName,
  type ItemSettings,
  type ItemSources,
  type PlacedItem,
  sizedBy,
  type TextFields,
  withoutFields,
  type WordsSettings,
} from './items';
export { type CodeToPlace, coveredBy, type KeptParts, layPiece, type Piece } from './layPiece';
export { type Axis, codeIdSchema } from './lengths';
export {
  clockwise,
  type Corners,
  type CornerSettings,
  cornerShapes,
  type OutlineKind,
  outlineOf,
  outlineSchema,
  type OutlineSettings,
  type OutlineCrossing,
  type ReadOutline,
  readOutlineFile,
  roundCorners,
  type SizedOutline,
} from './outline';
export {
  type BendSettings,
  pieceSchema,
  type PieceSettings,
  plainPiece,
  type ShadowSettings,
} from './schema';
export { layStand, type Stand, standPicture, type StandPicture, type StandSettings } from './stand';
export { cardId1, type StockSize, stockSizes } from './stock';
