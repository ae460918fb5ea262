/** For tests: a test piece made by a simulated machine and photographed as a whole. What reads it is never told how the machine is. */
import { drawCoupon, type Coupon } from '../core/coupon';
import { writeSvg } from '../core/output';
import { rasteriseMarks } from '../core/readback';
import type { Frame } from '../core/camera';
import {
  photograph,
  plainSetting,
  shotOf,
  simulateMachine,
  surfaceOf,
  textureTile,
  type MachineModel,
} from '../core/simulation';

export interface CouponShot {
  /** Pixels of the photograph to a millimetre. */
  readonly pxPerMm: number;
  /** Number of the shot: 0 is straight in even light. */
  readonly number?: number;
  readonly turn?: number;
  readonly tilt?: number;
}

export function couponPhoto(
  coupon: Coupon,
  machine: MachineModel | null,
  { pxPerMm, number = 0, turn = 0, tilt = 0 }: CouponShot,
): Frame {
  const { pair, widthMm, heightMm } = coupon;
  const svg = writeSvg(drawCoupon(coupon, null).sheet, { title: '', description: '' });
  const beside = 6;
  const window = { x: -beside, y: -beside, width: widthMm + 2 * beside, height: heightMm + 2 * beside };
  const side = Math.max(window.width, window.height);
  const raster = simulateMachine(rasteriseMarks(svg, window, Math.min(2 * pxPerMm, 9000 / side)), machine);
  const { texture: kind, textureAmplitude: amplitude } = pair.material;
  const moduleMm = 1;
  const subject = {
    raster: surfaceOf(raster, raster.pxPerMm / pxPerMm),
    baseColour: pair.material.baseColour,
    markColour: pair.markColour,
    tile: textureTile({ kind, amplitude }, moduleMm / pxPerMm, 3),
    centreMm: [widthMm / 2, heightMm / 2] as const,
    fieldMm: side,
    moduleMm,
    seenFromBehind: false,
    pixelsPerModule: pxPerMm,
    focalPx: 3200,
    shortSidePx: 6000,
    bend: null,
  };
  return photograph(subject, { ...shotOf(plainSetting(250), 5, number), turn, tilt });
}
