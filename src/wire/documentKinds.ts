/** Every kind of document that is kept: one entry each, and nothing reads one past it. */
import { DocumentKind } from '../core/document';
import { jobKind, lookSchema } from '../core/job';
import { linkKind } from '../core/links';
import { pairKind } from '../core/plan';
import { seriesKind } from '../core/series';
import { sheetKind, stockSchema } from '../core/sheet';
import { keptCouponSchema } from './coupons';
import { linkSettingsSchema } from './links';
import { runWishSchema } from './runs';

/** Kinds that say no version in themselves have had one so far. */
const unnumbered = { newestVersion: 1, versionWithout: 1 } as const;

export const documentKinds = {
  job: jobKind,
  /** A job that others begin with. */
  template: jobKind,
  sheet: sheetKind,
  series: seriesKind,
  link: linkKind,
  linkSettings: new DocumentKind({
    ...unnumbered,
    noun: 'the settings of the forwarding links',
    schema: linkSettingsSchema,
  }),
  /** The look of a house style. */
  houseStyle: new DocumentKind({ ...unnumbered, noun: 'the house style', schema: lookSchema }),
  /** The values of a profile. */
  profile: pairKind,
  /** A test piece with what its photographs said. */
  coupon: new DocumentKind({ ...unnumbered, noun: 'the test piece', schema: keptCouponSchema }),
  sheetStock: new DocumentKind({ ...unnumbered, noun: 'the stock', schema: stockSchema }),
  /** What a series was made from. */
  run: new DocumentKind({ ...unnumbered, noun: 'the series that was made', schema: runWishSchema }),
} as const;
export type DocumentKindId = keyof typeof documentKinds;
