/** camera: the phone camera that limits and proofs assume; pixels, distances and widths that it can take. */
export {
  farthestMm,
  handHeightMm,
  leastModuleMm,
  leastPixelsPerModule,
  nearestMm,
  neededPixelsPerModule,
  phoneCamera,
  pixelsPerModule,
  widestMm,
} from './camera';
