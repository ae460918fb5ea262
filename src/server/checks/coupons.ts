/** Test pieces: in the database, and as routes. */
import express from 'express';
import { couponIdSchema } from '../../core/coupon';
import { documentKinds, keptCouponSchema, type KeptCoupon } from '../../wire';
import { writing, type Db } from '../db';
import { checked, Problem } from '../http';

export interface CouponStore {
  /** The newest first. */
  list(): KeptCoupon[];
  /** In the place of the one that has the id. */
  keep(coupon: KeptCoupon): void;
  /** False when there is none. */
  remove(id: string): boolean;
}

/** More would be a collection. */
const mostCoupons = 500;

export function couponStore(db: Db): CouponStore {
  const selectAll = db
    .prepare<[], string>('SELECT kept FROM coupons ORDER BY made_at DESC, rowid DESC')
    .pluck();
  const count = db.prepare<[string], number>('SELECT count(*) FROM coupons WHERE id <> ?').pluck();
  const upsert = db.prepare(
    `INSERT INTO coupons (id, made_at, kept) VALUES (?, ?, ?)
     ON CONFLICT (id) DO UPDATE SET made_at = excluded.made_at, kept = excluded.kept`,
  );
  const remove = db.prepare('DELETE FROM coupons WHERE id = ?');
  return {
    // One that cannot be read is left where it is, and the others are listed.
    list: () =>
      selectAll.all().flatMap((text) => {
        const read = documentKinds.coupon.readText(text);
        return 'document' in read ? [read.document] : [];
      }),
    keep: writing(db, (kept: KeptCoupon) => {
      const { id, at } = kept.coupon;
      if (count.get(id)! >= mostCoupons)
        throw new Problem(
          409,
          `${mostCoupons} test pieces are kept, the most that there can be. Delete some first.`,
        );
      upsert.run(id, at, JSON.stringify(kept));
    }),
    remove: writing(db, (id: string) => remove.run(id).changes > 0),
  };
}

export function couponRoutes(coupons: CouponStore): express.Router {
  const routes = express.Router();
  routes.get('/', (_request, response) => {
    response.json({ coupons: coupons.list() });
  });
  routes.put('/:id', (request, response) => {
    const kept = checked(keptCouponSchema, request.body);
    if (kept.coupon.id !== request.params.id)
      throw new Problem(400, `This is test piece ${kept.coupon.id}, not ${request.params.id}.`);
    coupons.keep(kept);
    response.status(204).end();
  });
  routes.delete('/:id', (request, response) => {
    if (!coupons.remove(checked(couponIdSchema, request.params.id)))
      throw new Problem(404, 'There is no such test piece.');
    response.status(204).end();
  });
  return routes;
}
