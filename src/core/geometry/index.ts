/** geometry: outlines and areas as plain data, and what is done with them. Usable by every stage. */
export { connectedAreas } from './areas';
export { type FillLine, fillLines, toAndFro } from './fillLines';
export {
  cutRegion,
  flattenRegion,
  growRegion,
  sharedRegion,
  strokeRegion,
  type StrokeShape,
  uniteRegion,
} from './booleans';
export {
  arcCentre,
  arcRadius,
  type Box,
  boxContour,
  boxesMeet,
  type Contour,
  mirrorBox,
  mirrorRegion,
  placeRegion,
  type Region,
  regionArea,
  regionLength,
  reversedContour,
  roundedRectangle,
  signedArea,
  type Vertex,
} from './contour';
export { type Corner, type Quadrant, treatCorners } from './corners';
export { crossingsOf } from './crossings';
export { type DxfDrawing, type DxfEntity, parseDxf } from './dxfEntities';
export { crossingsWithin, Effort, effortLimits, TooComplex } from './effort';
export { fitArcs } from './fitArcs';
export { firstTouch, leastReach, type TurnedSquare } from './gauge';
export { convexHull, distanceToEdge, holdsPoint, regionDistance } from './nearness';
export { applyMatrix, identityMatrix, invertMatrix, type Matrix, multiplyMatrix } from './matrix';
export { insetArea, offsetOutlines } from './offset';
export { addQuadratic, parsePath, type PathLine } from './pathReader';
export { boundsOf, sampleRegion } from './sample';
export { traceBitmap } from './trace';
export { stretchRegion, turnedBounds, turnPoint, turnRegion } from './transform';
