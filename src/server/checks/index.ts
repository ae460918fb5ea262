/** checks: photographs of finished pieces, and test pieces. */
export { type CheckStore, checkRoutes, checkStore } from './checks';
export { type CouponStore, couponRoutes, couponStore } from './coupons';
