/** Grades of camera that a simulated photograph is taken with. Values are from memory unless a source is named. */
import { focalPxOf, phoneCamera } from './camera';

export interface Camera {
  readonly id: CameraId;
  readonly name: string;
  /** Short side of the live picture, which no frame is wider than. */
  readonly shortSidePx: number;
  readonly focalPx: number;
  /** Blur of a lens in focus, as a deviation in pixels. */
  readonly blurPx: number;
  /** Noise beside that of a usual phone in the same light. */
  readonly noiseShare: number;
  /** Diameter of the lens's opening and its focal length, for what is out of focus. */
  readonly openingMm: number;
  readonly focalMm: number;
  readonly nearestMm: number;
  /** Quantisation of the picture that is kept, as a share of ITU-T T.81, table K.1. */
  readonly lossShare: number;
}

const cameraList = [
  {
    id: 'old-phone',
    name: 'Old phone',
    shortSidePx: 720,
    focalPx: focalPxOf(1280),
    blurPx: 0.8,
    noiseShare: 1.6,
    openingMm: 1.4,
    focalMm: 3.4,
    nearestMm: 100,
    lossShare: 0.8,
  },
  {
    id: 'usual-phone',
    name: 'Usual phone',
    shortSidePx: phoneCamera.heightPx,
    focalPx: phoneCamera.focalPx,
    // As the limits on reading were measured.
    blurPx: 0.6,
    noiseShare: 1,
    openingMm: 2.4,
    focalMm: 4.3,
    nearestMm: phoneCamera.nearestMm,
    lossShare: 0.5,
  },
  {
    id: 'good-phone',
    name: 'Good phone',
    shortSidePx: 1440,
    focalPx: focalPxOf(2560),
    blurPx: 0.6,
    noiseShare: 0.6,
    openingMm: 3.8,
    focalMm: 6.8,
    // Larger lenses focus less near.
    nearestMm: 120,
    lossShare: 0.4,
  },
] as const;

export type CameraId = (typeof cameraList)[number]['id'];
export const cameras: readonly Camera[] = cameraList;
export const cameraIds = cameraList.map(({ id }) => id) as [CameraId, ...CameraId[]];
export const cameraOf = (id: CameraId): Camera => cameras.find((camera) => camera.id === id)!;
export const usualCamera: Camera = cameraOf('usual-phone');

/** Width of a pixel of the live picture on the sensor. */
const pixelMmOf = ({ focalMm, focalPx }: Camera): number => focalMm / focalPx;

/**
 * Blur as a deviation in pixels: of the lens, and of what is nearer than it can focus. A point at D is spread over a disc of
 * A f |D - F| / (D (F - f)) when the focus is at F (thin lens, geometry); a disc deviates by a quarter of its diameter.
 */
export function blurPxAt(camera: Camera, distanceMm: number): number {
  const { openingMm, focalMm, nearestMm, blurPx } = camera;
  if (distanceMm >= nearestMm) return blurPx;
  const discMm = (openingMm * focalMm * (nearestMm - distanceMm)) / (distanceMm * (nearestMm - focalMm));
  return Math.hypot(blurPx, discMm / pixelMmOf(camera) / 4);
}
