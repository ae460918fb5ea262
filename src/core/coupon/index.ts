/** coupon: a material on a machine comes in; a test piece goes out, and from a photograph of it what that machine really does. */
export { calibrate, type Calibration } from './calibrate';
export { drawCoupon, type CouponDrawing, patchSymbol } from './drawCoupon';
export {
  type Cell,
  type CouponFit,
  fitCoupon,
  fitFloor,
  fitGrowth,
  type Fitted,
  type Floor,
  joinedReadings,
} from './fitCoupon';
export {
  type CouponWish,
  isInDoubt,
  type LaidCoupon,
  layCoupon,
  takesPower,
  usualCouponWidthMm,
} from './layCoupon';
export {
  type CouponCourse,
  type CouponReading,
  leastPixels,
  type PatchReading,
  readCoupon,
} from './readCoupon';
export {
  type Coupon,
  couponIdSchema,
  couponKinds,
  couponSchema,
  currentCouponVersion,
  type LaserSetting,
  type Patch,
  patchMessage,
  patchOfMessage,
} from './schema';
