/** code: where a code lies on the piece, and its artwork in millimetres. */
export {
  codeBox,
  codeSquare,
  placeAlong,
  placeCode,
  type PlacedCode,
  radians,
  turnedBox,
  turnedWith,
} from './placedCode';
export { centredCode, type CodePlacement, codePlacementSchema } from './schema';
