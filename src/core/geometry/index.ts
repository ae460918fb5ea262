/** geometry: outlines and areas as plain data, and what is done with them. Usable by every stage. */
export {
  cutRegion,
  flattenRegion,
  growRegion,
  sharedRegion,
  strokeRegion,
  uniteRegion,
  type StrokeShape,
} from './booleans';
export {
  arcCentre,
  arcRadius,
  mirrorRegion,
  placeRegion,
  regionArea,
  reversedContour,
  roundedRectangle,
  signedArea,
  type Box,
  type Contour,
  type Region,
  type Vertex,
} from './contour';
export { treatCorners, type Corner, type Quadrant } from './corners';
export { crossingsOf } from './crossings';
export { fitArcs } from './fitArcs';
export { firstTouch, leastReach, type Touch, type TurnedSquare } from './gauge';
export { contourBounds, convexHull, holdsPoint, regionDistance } from './nearness';
export { insetArea, offsetOutlines } from './offset';
export { onDemand } from './onDemand';
export { addQuadratic, parsePath, type PathLine } from './pathReader';
export { boundsOf, sampleRegion, type SampleGrid } from './sample';
export { traceBitmap } from './trace';
export { stretchRegion, turnedBounds, turnPoint, turnRegion } from './transform';
