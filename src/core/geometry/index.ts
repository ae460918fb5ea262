/** geometry: outlines and areas as plain data, and what is done with them. Usable by every stage. */
export {
  arcRadius,
  mirrorRegion,
  placeRegion,
  regionArea,
  roundedRectangle,
  signedArea,
  type Box,
  type Contour,
  type Region,
  type Vertex,
} from './contour';
export { insetArea, offsetRectilinear } from './offset';
export { traceBitmap } from './trace';
