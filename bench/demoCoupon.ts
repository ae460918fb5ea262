/**
 * `npm run demo-coupon`: the test piece of the demo, made by a simulated laser whose marks grow by more than its profile says,
 * photographed and read, for `src/content/demoCoupon.json`.
 */
import { writeFileSync } from 'node:fs';
import { findPair } from '../src/content';
import { layCoupon, readCoupon, usualCouponWidthMm } from '../src/core/coupon';
import { pairOf, valuesOf } from '../src/core/plan';
import { startProof } from '../src/core/proof';
import { voting } from '../src/core/readers';
import { machineModelOf } from '../src/core/proving';
import { loadProofBinaries } from '../src/node/proofBinaries';
import { couponPhoto } from '../src/testing/couponPhoto';

const readers = voting(await startProof(await loadProofBinaries()));
const values = valuesOf(findPair('birch-plywood', 'co2-laser')!);
const laid = layCoupon(
  values,
  {
    kind: 'sizes',
    widthMm: usualCouponWidthMm(values),
    heightMm: null,
    bothPolarities: false,
    powersPercent: [],
    speedsMmPerS: [],
  },
  41,
  '2026-11-20T09:30:00.000Z',
);
if ('problem' in laid) throw new Error(laid.problem);
const { coupon } = laid;
const pair = pairOf(values);
const machine = { ...machineModelOf(pair, 9), elementMm: 0.3, growthMm: pair.edgeGrowthMm + 0.04 };
const frame = couponPhoto(coupon, machine, { pxPerMm: 17, turn: 0.03, tilt: 0.06 });
const read = await readCoupon(frame, coupon, readers);
if (read === null || 'problem' in read) throw new Error(read?.problem);
const kept = { coupon, note: 'Rack tags: the new lens, 3 mm birch', readings: read.patches };
writeFileSync('src/content/demoCoupon.json', `${JSON.stringify(kept)}\n`);
process.exit(0);
