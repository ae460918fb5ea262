/** The camera that the reading limits and the proof assume. */
import type { Source } from '../finding';

/** Pixels of the focal length when so many see 66 degrees: widthPx / (2 tan(hfov / 2)). */
export const focalPxOf = (widthPx: number): number => widthPx / (2 * Math.tan((66 / 2) * (Math.PI / 180)));

/** Live preview of a phone: 1920 by 1080 pixels over 66 degrees. */
export const phoneCamera = {
  widthPx: 1920,
  heightPx: 1080,
  focalPx: focalPxOf(1920),
  /** Phones stop focusing nearer than this. */
  nearestMm: 90,
  /** Code and quiet zone should lie within this share of the frame's short side. */
  frameShare: 0.8,
  source: { tag: 'mem', text: 'phone live preview, 1920 px over 66°' } satisfies Source,
};

/** Pixels that a module takes in the picture from a distance. */
export function pixelsPerModule(
  moduleMm: number,
  distanceMm: number,
  focalPx: number = phoneCamera.focalPx,
): number {
  return (focalPx * moduleMm) / distanceMm;
}

/**
 * From the first up every reader of the panel is prompt on simulated shots, tilted to 25 degrees and lit unevenly; below the
 * second they begin to fail.
 */
export const neededPixelsPerModule = 3.5;
export const leastPixelsPerModule = 2.5;

/** The farthest distance at which a module still has the given pixels, in millimetres. */
export function farthestMm(moduleMm: number, pixels: number): number {
  return (phoneCamera.focalPx * moduleMm) / pixels;
}

/** The smallest module that takes enough pixels from a distance, in millimetres. */
export function leastModuleMm(distanceMm: number, pixels: number = neededPixelsPerModule): number {
  return (pixels * distanceMm) / phoneCamera.focalPx;
}

/** The nearest distance at which a square of the given width fits the frame and is in focus, in millimetres. */
export function nearestMm(widthMm: number): number {
  const roomPx = phoneCamera.frameShare * phoneCamera.heightPx;
  return Math.max((phoneCamera.focalPx * widthMm) / roomPx, phoneCamera.nearestMm);
}

/** A square of the code's width with its quiet zone that still fits the frame from a distance, in millimetres. */
export function widestMm(distanceMm: number): number {
  return (phoneCamera.frameShare * phoneCamera.heightPx * distanceMm) / phoneCamera.focalPx;
}

/** A phone is held about so high above the ground [from memory]. */
export const handHeightMm = 1400;
