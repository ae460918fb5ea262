/** outline: the edge of a piece by name, from a file, or around everything that lies on it. */
export { contourAround } from './contour';
export { circleAt, clockwise, type NamedOutline, offsetEdge, outlineOf } from './outlines';
export { type OutlineCrossing, type ReadOutline, readOutlineFile } from './readOutlineFile';
export {
  type Corners,
  type CornerSettings,
  cornerShapes,
  offsetSchema,
  type OutlineKind,
  outlineSchema,
  type OutlineSettings,
  roundCorners,
  type SizedOutline,
} from './schema';
