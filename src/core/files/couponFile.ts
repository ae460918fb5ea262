/** Files of a test piece: written by the same writers as those of jobs. */
import { couponWords, drawCoupon, type Coupon } from '../coupon';
import type { FormatId, OutputBinary } from '../output';
import { pairOf } from '../plan';
import type { Library } from '../run';
import { operationFiles } from './operationFiles';
import { pairNameValues } from './downloads';

/** A whole test piece is in one picture, so that more pixels of its sides are kept than of one code. */
export const couponPhotoPx = 4200;

export interface CouponFileRequest {
  readonly format: FormatId;
  readonly words: Library['words'];
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
}

/** A sentence where the format or the machine cannot hold it. */
export async function couponFiles(
  coupon: Coupon,
  { format, words, binary }: CouponFileRequest,
): ReturnType<typeof operationFiles> {
  await words?.load(couponWords(coupon));
  const pair = pairOf(coupon.pair);
  const { id, widthMm, heightMm } = coupon;
  return operationFiles(drawCoupon(coupon, words).sheet, {
    format,
    notes: {
      title: `test piece ${id}`,
      description: `${widthMm} x ${heightMm} mm on ${pair.material.name} by ${pair.machine.name}; made as the machine is always set`,
    },
    pair,
    pattern: 'test-piece_{title}_{size}_{material}_{machine}',
    values: { ...pairNameValues(pair, coupon), title: id },
    binary,
  });
}
