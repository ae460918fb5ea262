/** Test pieces as they are kept: the document, a note, and what their photographs said. */
import { couponSchema, patchReadingSchema } from '../core/coupon';
import { z } from '../core/schema';

export const keptCouponSchema = z.strictObject({
  coupon: couponSchema,
  note: z.string().trim().max(500),
  /** Empty until a photograph of it was read. */
  readings: z.array(patchReadingSchema).max(100),
});
export type KeptCoupon = z.infer<typeof keptCouponSchema>;

export const couponListSchema = z.strictObject({ coupons: z.array(keptCouponSchema) });
