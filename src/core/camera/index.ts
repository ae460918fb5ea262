/** camera: the phone camera that limits and proofs assume, cameras and scenes that a proof can be taken in; pixels, distances and widths. */
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
export { type Brightness, brightnessOf, type Frame, frameOf } from './frame';
export { blurPxAt, type Camera, type CameraId, cameraIds, cameraOf, cameras, usualCamera } from './grades';
export {
  type Lamp,
  motionPxIn,
  noiseStepsIn,
  plainScene,
  type Scene,
  type SceneId,
  sceneIds,
  sceneOf,
  scenes,
} from './scenes';
