/** Test pieces over HTTP: kept, listed with the newest first, and refused with a sentence. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { findPair } from '../../content';
import { layCoupon, type Coupon } from '../../core/coupon';
import { valuesOf } from '../../core/plan';
import type { KeptCoupon } from '../../wire';
import { createApp } from '../app';
import { openData } from '../data';
import { openDatabase } from '../db';

const db = openDatabase(':memory:');
let server: Server;
let base = '';
beforeAll(async () => {
  server = createServer(createApp({ data: openData(db), webFolder: null, log: pino({ level: 'silent' }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/coupons`;
});
afterAll(() => {
  server.close();
  db.close();
});

function couponOf(seed: number, time: string): Coupon {
  const laid = layCoupon(
    valuesOf(findPair('birch-plywood', 'co2-laser')!),
    {
      kind: 'sizes',
      widthMm: 160,
      heightMm: null,
      bothPolarities: false,
      powersPercent: [],
      speedsMmPerS: [],
    },
    seed,
    time,
  );
  if ('problem' in laid) throw new Error(laid.problem);
  return laid.coupon;
}
const kept = (coupon: Coupon, note = ''): KeptCoupon => ({ coupon, note, readings: [] });

async function send(
  method: string,
  path = '',
  body?: unknown,
): Promise<{ status: number; body: { coupons?: KeptCoupon[]; problem?: string } }> {
  const response = await fetch(base + path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  return {
    status: response.status,
    body: text === '' ? {} : (JSON.parse(text) as { coupons?: KeptCoupon[] }),
  };
}
const listed = async (): Promise<readonly KeptCoupon[]> => (await send('GET')).body.coupons!;

describe('test pieces', () => {
  it('are kept, replaced under their id, listed with the newest first, and deleted', async () => {
    const [older, newer] = [couponOf(1, '2026-11-01T08:00:00.000Z'), couponOf(2, '2026-11-02T08:00:00.000Z')];
    expect((await send('PUT', `/${older.id}`, kept(older))).status).toBe(204);
    expect((await send('PUT', `/${newer.id}`, kept(newer))).status).toBe(204);
    expect((await listed()).map(({ coupon }) => coupon.id)).toEqual([newer.id, older.id]);
    await send('PUT', `/${older.id}`, kept(older, 'second sheet'));
    expect((await listed())[1]).toEqual(kept(older, 'second sheet'));
    expect((await send('DELETE', `/${older.id}`, {})).status).toBe(204);
    expect(await listed()).toHaveLength(1);
    expect(await send('DELETE', `/${older.id}`, {})).toMatchObject({
      status: 404,
      body: { problem: 'There is no such test piece.' },
    });
  });

  it.each([
    [
      'another id',
      (coupon: Coupon) => ({ ...kept(coupon), coupon: { ...coupon, id: 'AAAAA' } }),
      /This is test piece AAAAA, not/,
    ],
    ['no patches', (coupon: Coupon) => ({ ...kept(coupon), coupon: { ...coupon, patches: [] } }), /patches/],
    [
      'a newer version',
      (coupon: Coupon) => ({ ...kept(coupon), coupon: { ...coupon, formatVersion: 2 } }),
      /formatVersion/,
    ],
  ])('with %s are refused with what is wrong', async (_, broken, says) => {
    const coupon = couponOf(3, '2026-11-03T08:00:00.000Z');
    const { status, body } = await send('PUT', `/${coupon.id}`, broken(coupon));
    expect(status).toBe(400);
    expect(body.problem).toMatch(says);
  });

  it('that cannot be read any more are left where they are, and the others are listed', async () => {
    const before = (await listed()).length;
    db.prepare("INSERT INTO coupons (id, made_at, kept) VALUES ('QQQQQ', '2026', '{}')").run();
    expect(await listed()).toHaveLength(before);
    expect(db.prepare("SELECT count(*) FROM coupons WHERE id = 'QQQQQ'").pluck().get()).toBe(1);
  });
});
