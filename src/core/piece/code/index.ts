/** code: where a code lies on the piece, and its artwork in millimetres. */
export {
  codeBox,
  codeSquare,
  placeAlong,
  placeCode,
  type PlacedCode,
  radians,
  turnedWith,
} from './placedCode';
export { type CodePlacement, codePlacementSchema } from './schema';
