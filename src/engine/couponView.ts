/** A test piece as the page draws it. */
import { couponWords, drawCoupon, type Coupon } from '../core/coupon';
import { pathData } from '../core/output';
import { isLine, machineKinds, pairOf } from '../core/plan';
import type { Library } from '../core/run';

export interface CouponView {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly groundColour: string;
  /** The file is left for right, since the machine turns it over; what comes out is not. */
  readonly turnsOver: boolean;
  readonly marks: readonly { readonly path: string; readonly colour: string }[];
  /** Where it is cut out; empty where it is built up. */
  readonly cutPath: string;
}

export async function couponView(coupon: Coupon, { words }: Library): Promise<CouponView> {
  await words?.load(couponWords(coupon));
  const pair = pairOf(coupon.pair);
  const { operations } = drawCoupon(coupon, words).sheet;
  const isMark = (kind: string): boolean => kind !== 'cut' && kind !== 'base';
  return {
    widthMm: coupon.widthMm,
    heightMm: coupon.heightMm,
    groundColour: pair.groundColour,
    turnsOver: machineKinds[pair.machine.kind].turnsOver,
    marks: operations.flatMap((operation) =>
      isMark(operation.kind)
        ? [
            {
              path: pathData(isLine(operation) ? operation.lines : operation.area),
              colour:
                !isLine(operation) && operation.ink.kind === 'solid' && operation.ink.plate === 'white'
                  ? operation.ink.colour
                  : pair.markColour,
            },
          ]
        : [],
    ),
    cutPath: pathData(
      operations.flatMap((operation) =>
        operation.kind === 'cut' && isLine(operation) ? operation.lines : [],
      ),
    ),
  };
}
