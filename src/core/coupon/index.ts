/** coupon: a material on a machine comes in; a test piece goes out, and from a photograph of it what that machine really does. */
export { calibrate, type Calibration } from './calibrate';
export { couponWords, drawCoupon } from './drawCoupon';
export { type Cell, type CouponFit, fitCoupon, type Fitted, type Floor, joinedReadings } from './fitCoupon';
export {
  type CouponWish,
  isInDoubt,
  type LaidCoupon,
  layCoupon,
  patchModules,
  takesPower,
  usualCouponWidthMm,
} from './layCoupon';
export { type CouponCourse, type CouponReading, readCoupon } from './readCoupon';
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
  type PatchReading,
  patchReadingSchema,
} from './schema';
