/** Test pieces on the server. */
import { couponListSchema, type KeptCoupon } from '../../wire';
import { get, jsonRequest, request } from './http';

const base = '/api/coupons';
const urlOf = (id: string): string => `${base}/${encodeURIComponent(id)}`;

export const listCoupons = async (): Promise<readonly KeptCoupon[]> =>
  (await get(base, couponListSchema)).coupons;

export async function keepCoupon(kept: KeptCoupon): Promise<void> {
  await request(urlOf(kept.coupon.id), jsonRequest('PUT', kept));
}

export async function deleteCoupon(id: string): Promise<void> {
  await request(urlOf(id), jsonRequest('DELETE', {}));
}
