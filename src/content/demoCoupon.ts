/** A test piece of the demo that was photographed, made by `npm run demo-coupon`; as the server keeps it. */
import kept from './demoCoupon.json' with { type: 'json' };

export const demoCoupon: unknown = kept;
