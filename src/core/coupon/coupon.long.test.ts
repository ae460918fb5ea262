/** Test pieces: laid out without overlaps, read from simulated photographs by what is never told how the machine is. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { pairs } from '../../content';
import { couponPhoto } from '../../testing/couponPhoto';
import { testReaders } from '../../testing/readSymbol';
import { boundsOf } from '../geometry';
import { isLine, pairOf, valuesOf, type Pair } from '../plan';
import { voting, type Reader } from '../readers';
import type { MachineModel } from '../simulation';
import { calibrate } from './calibrate';
import { drawCoupon, patchSymbol } from './drawCoupon';
import { fitCoupon, fitFloor, fitGrowth, joinedReadings, type CouponFit } from './fitCoupon';
import { layCoupon, usualCouponWidthMm, type CouponWish } from './layCoupon';
import { readCoupon } from './readCoupon';
import { couponSchema, patchMessage, patchOfMessage, type Coupon, type PatchReading } from './schema';

const pairNamed = (id: string): Pair => pairs.find(({ profile }) => profile === id)!;
const time = '2026-11-27T08:00:00.000Z';
const plainWish = (pair: Pair, change: Partial<CouponWish> = {}): CouponWish => ({
  kind: 'sizes',
  widthMm: usualCouponWidthMm(pair),
  heightMm: null,
  bothPolarities: false,
  powersPercent: [],
  speedsMmPerS: [],
  ...change,
});
function couponOf(pair: Pair, change: Partial<CouponWish> = {}, seed = 7): Coupon {
  const laid = layCoupon(valuesOf(pair), plainWish(pair, change), seed, time);
  if ('problem' in laid) throw new Error(laid.problem);
  return laid.coupon;
}
/** A patch with the quiet zone of ISO/IEC 18004:2015, 6.3.8: four modules. */
const footprint = ({ xMm, yMm, moduleMm }: Coupon['patches'][number]) => ({
  left: xMm - 4 * moduleMm,
  top: yMm - 4 * moduleMm,
  right: xMm + 25 * moduleMm,
  bottom: yMm + 25 * moduleMm,
});

describe('a test piece', () => {
  it.each(pairs.map(({ profile }) => profile))('for %s lays its codes apart and within its edge', (id) => {
    const pair = pairNamed(id);
    const laid = layCoupon(valuesOf(pair), plainWish(pair, { bothPolarities: true }), 3, time);
    if ('problem' in laid) throw new Error(laid.problem);
    const { patches, widthMm, heightMm } = laid.coupon;
    const prints = patches.map(footprint);
    prints.forEach((print, index) => {
      expect(Math.min(print.left, print.top)).toBeGreaterThan(-0.002);
      expect(print.right).toBeLessThan(widthMm + 0.002);
      expect(print.bottom).toBeLessThan(heightMm + 0.002);
      const overlapping = prints
        .slice(0, index)
        .filter(
          (other) =>
            print.left < other.right - 0.002 &&
            other.left < print.right - 0.002 &&
            print.top < other.bottom - 0.002 &&
            other.top < print.bottom - 0.002,
        );
      expect(overlapping).toEqual([]);
    });
    expect(patches.filter(({ role }) => role === 'anchor')).toHaveLength(4);
    expect(widthMm).toBeLessThanOrEqual(pair.machine.bedWidthMm);
    const { dotMm } = pair.machine;
    if (dotMm !== null)
      for (const { moduleMm } of patches)
        expect(moduleMm / dotMm).toBeCloseTo(Math.round(moduleMm / dotMm), 6);
  });

  it('of any width is either laid out within it, or says which width it needs', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 300 }),
        fc.option(fc.integer({ min: 40, max: 400 })),
        (widthMm, heightMm) => {
          const pair = pairNamed('white-vinyl.ink-jet-600dpi');
          const laid = layCoupon(valuesOf(pair), plainWish(pair, { widthMm, heightMm }), 1, time);
          if ('problem' in laid) return /\d+ mm/.test(laid.problem);
          return laid.coupon.heightMm <= (heightMm ?? Infinity) && laid.coupon.widthMm === widthMm;
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is the same for the same seed, and another for another', () => {
    const pair = pairNamed('birch-plywood.co2-laser');
    expect(couponOf(pair)).toEqual(couponOf(pair));
    expect(couponOf(pair, {}, 8).id).not.toBe(couponOf(pair).id);
    expect(couponSchema.parse(JSON.parse(JSON.stringify(couponOf(pair))))).toEqual(couponOf(pair));
  });

  it('has a message of its own in every code, of version 1 and level M', () => {
    const coupon = couponOf(pairNamed('natural-slate.co2-laser'));
    const said = coupon.patches.map(({ number }) => patchMessage(coupon.id, number));
    expect(new Set(said).size).toBe(said.length);
    coupon.patches.forEach((patch) => {
      expect(patchSymbol(coupon, patch)).toMatchObject({ version: 1, level: 'M' });
      expect(patchOfMessage(patchMessage(coupon.id, patch.number))).toEqual({
        id: coupon.id,
        number: patch.number,
      });
    });
    for (const other of [
      'https://ternquay.example',
      '',
      `${coupon.id} 7`,
      `${coupon.id.toLowerCase()} 07`,
      `${coupon.id} 07 1`,
    ])
      expect(patchOfMessage(other)).toBeNull();
  });

  it('draws graded patches in by what they say, the others by what the profile says', () => {
    const pair = pairNamed('birch-plywood.co2-laser');
    const coupon = couponOf(pair);
    const { drawnInMm } = drawCoupon(coupon, null);
    for (const { number, role, drawnInMm: wanted } of coupon.patches) {
      expect(drawnInMm[number]).toBeCloseTo(wanted, 6);
      expect(wanted === pair.edgeGrowthMm).toBe(role !== 'growth');
    }
    // The finder pattern of a patch is seven modules less what it is drawn in by, on both sides.
    const graded = coupon.patches.find(({ role }) => role === 'growth')!;
    const areas = drawCoupon({ ...coupon, patches: [...coupon.patches.slice(0, 4), graded] }, null).sheet
      .operations;
    const contour = areas
      .flatMap((operation) => (isLine(operation) ? [] : operation.area))
      .map((contour) => boundsOf([contour])!)
      .find(
        ({ x, width }) => Math.abs(x - graded.xMm - graded.drawnInMm) < 1e-3 && width > 6 * graded.moduleMm,
      );
    expect(contour!.width).toBeCloseTo(7 * graded.moduleMm - 2 * graded.drawnInMm, 3);
  });

  it('for power and speed makes every pair of both an operation of its own, named by it', () => {
    const pair = pairNamed('natural-slate.co2-laser');
    const coupon = couponOf(pair, { kind: 'power', powersPercent: [20, 40, 80], speedsMmPerS: [100, 300] });
    const set = drawCoupon(coupon, null).sheet.operations.flatMap((operation) =>
      isLine(operation) || operation.setting === undefined ? [] : [operation],
    );
    expect(set.map(({ label }) => label).sort()).toEqual(
      [20, 40, 80].flatMap((power) => [100, 300].map((speed) => `${power} % power, ${speed} mm/s`)).sort(),
    );
    expect(new Set(set.map(({ ink }) => JSON.stringify(ink))).size).toBe(6);
  });

  it.each([
    [{ widthMm: 40 }, /is 40 mm wide; .* need \d+ mm/],
    [{ heightMm: 50 }, /is \d+ mm high, and 50 mm are allowed/],
    [{ kind: 'power' as const, powersPercent: [120], speedsMmPerS: [100] }, /power of 120 %.*1 to 100 %/],
    [{ kind: 'power' as const, powersPercent: [], speedsMmPerS: [100] }, /0 powers; from 1 to 6/],
    [{ kind: 'power' as const, powersPercent: [20], speedsMmPerS: [0] }, /speed of 0 mm\/s.*0\.1 to/],
  ])('that cannot be says what was asked and what can be: %j', (change, says) => {
    const pair = pairNamed('birch-plywood.co2-laser');
    const laid = layCoupon(valuesOf(pair), plainWish(pair, change), 1, time);
    expect('problem' in laid && laid.problem).toMatch(says);
  });
});

describe('the fit', () => {
  const patches = (sizes: readonly number[], floorMm: number) =>
    sizes.flatMap((moduleMm) => [0, 1, 2].map(() => ({ moduleMm, reads: moduleMm >= floorMm })));
  const sizes = Array.from({ length: 12 }, (_, step) => 0.9 * 0.87 ** step);

  it('of a clean break lies between the last size that reads and the first that does not', () => {
    const floor = fitFloor(patches(sizes, 0.5));
    const [last, first] = [sizes.filter((mm) => mm >= 0.5).at(-1)!, sizes.find((mm) => mm < 0.5)!];
    if (floor?.kind !== 'measured') throw new Error('not measured');
    expect(floor.value).toBeGreaterThan(first);
    expect(floor.value).toBeLessThan(last * 1.05);
    expect(floor.least).toBeLessThan(floor.value);
    expect(floor.most).toBeGreaterThan(floor.value);
  });

  it('says when everything reads, or nothing does, and nothing of no patches', () => {
    expect(fitFloor(patches(sizes, 0))).toEqual({ kind: 'all-read', value: Math.min(...sizes) });
    expect(fitFloor(patches(sizes, 9))).toEqual({ kind: 'none-read', value: 0.9 });
    expect(fitFloor([])).toBeNull();
  });

  it('holds the true floor in its interval nineteen times of twenty (seeded logistic patches)', () => {
    let state = 1;
    const random = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
    let held = 0;
    const runs = 100;
    for (let run = 0; run < runs; run++) {
      const middle = 0.35 + 0.3 * random();
      const steepness = 20;
      const drawn = sizes.flatMap((moduleMm) =>
        [0, 1, 2].map(() => ({
          moduleMm,
          reads: random() < 1 / (1 + Math.exp(-steepness * Math.log(moduleMm / middle))),
        })),
      );
      const floor = fitFloor(drawn);
      // Where four of five are read: the logit of 0.8 is ln 4.
      const truth = middle * Math.exp(Math.log(4) / steepness);
      if (floor?.kind === 'measured' && floor.least <= truth && truth <= floor.most) held++;
    }
    expect(held).toBeGreaterThanOrEqual(88);
  });

  it('takes what a patch was drawn in by to what is left over, and leaves a spoilt patch out', () => {
    const point = (drawnInMm: number, residualMm: number, number = 0) => ({
      number,
      moduleMm: 0.5,
      drawnInMm,
      residualMm,
    });
    const grown = fitGrowth([
      point(0, 0.08),
      point(0.04, 0.041),
      point(0.08, -0.001),
      point(0.12, -0.04),
      point(0.04, 0.5),
    ])!;
    expect(grown.value).toBeCloseTo(0.08, 2);
    expect(grown.least).toBeLessThan(grown.value);
    expect(fitGrowth([point(0, 0.1), point(0, 0.1)])).toBeNull();
  });

  it('of several pictures takes of each patch the one that shows it the largest', () => {
    const reading = (number: number, pixelsPerModule: number): PatchReading => ({
      number,
      pixelsPerModule,
      views: 10,
      readers: [],
      verdict: 'good',
      leastShare: 1,
      residualMm: null,
      contrast: 1,
    });
    expect(
      joinedReadings([
        [reading(1, 4), reading(2, 9)],
        [reading(1, 8), reading(3, 5)],
      ]).map(({ number, pixelsPerModule }) => [number, pixelsPerModule]),
    ).toEqual([
      [1, 8],
      [2, 9],
      [3, 5],
    ]);
  });
});

// Growth, on metal whose marks are lighter than itself, is measured in src/cli/coupon.test.ts.
describe('a photograph of a test piece', () => {
  let readers: readonly Reader[];
  beforeAll(async () => {
    readers = voting(await testReaders());
  });
  const model = (pair: Pair, change: Partial<MachineModel>): MachineModel => ({
    kind: pair.machine.kind,
    growthMm: pair.edgeGrowthMm,
    elementMm: pair.process.elementMm,
    dotMm: pair.machine.dotMm,
    soaks: false,
    hasMesh: false,
    lineMm: null,
    isPointed: false,
    burns: false,
    seed: 11,
    ...change,
  });
  async function measured(coupon: Coupon, machine: MachineModel, pxPerMm: number): Promise<CouponFit> {
    const frame = couponPhoto(coupon, machine, { pxPerMm, turn: 0.05, tilt: 0.08 });
    const reading = await readCoupon(frame, coupon, readers);
    if (reading === null || 'problem' in reading) throw new Error(reading?.problem ?? 'stale');
    return fitCoupon(coupon, reading.patches);
  }

  it('tells the floor of a round cutter, which leaves what is narrower than itself, within a tenth', async () => {
    const pair = pairNamed('laminate-white-black.rotary-engraver');
    // Of a cutter of 0.5 mm 36 of 36 patches from 0.593 mm on read on six photographs, and 0 of 84 up to 0.546 mm.
    const [cutterMm, floorMm] = [0.5, 0.57];
    const coupon = couponOf(pair);
    const fit = await measured(coupon, model(pair, { elementMm: cutterMm }), 12);
    if (fit.floor?.kind !== 'measured') throw new Error(`floor: ${JSON.stringify(fit.floor)}`);
    expect(Math.abs(fit.floor.value / floorMm - 1)).toBeLessThan(0.1);
    const { pair: next, measured: names } = calibrate(coupon, fit, null, time)!;
    expect(names).toContain('floorMm');
    expect(next.process.floorMm).toBeGreaterThanOrEqual(floorMm);
    expect(next.origins.floorMm).toEqual({ from: 'calibrated', at: time, how: `test piece ${coupon.id}` });
    expect(pairOf(next).smallestModuleMm).toBeCloseTo(next.process.floorMm, 1);
  });

  it('of another test piece, of none, or of nothing says so', async () => {
    const pair = pairNamed('white-resin-black.resin-printer');
    const [own, other] = [couponOf(pair, { heightMm: 100 }), couponOf(pair, { heightMm: 100 }, 99)];
    const frame = couponPhoto(other, null, { pxPerMm: 8 });
    expect(await readCoupon(frame, own, readers)).toEqual({
      problem: `This is test piece ${other.id}; the one at hand is ${own.id}.`,
    });
    const blank = { width: 300, height: 300, rgba: new Uint8ClampedArray(360_000).fill(200) };
    expect(await readCoupon(blank, own, readers)).toMatchObject({
      problem: expect.stringMatching(/No code/),
    });
    // What is too small in the picture is told apart from what does not read.
    const fit = fitCoupon(own, []);
    expect(fit).toMatchObject({
      floor: null,
      growthMm: null,
      unseen: own.patches.map(({ number }) => number),
    });
    expect(calibrate(own, fit, null, time)).toBeNull();
  });

  it('keeps the power and speed that reads best', () => {
    const pair = pairNamed('natural-slate.co2-laser');
    const coupon = couponOf(pair, { kind: 'power', powersPercent: [20, 40], speedsMmPerS: [100] });
    const cells = coupon.patches.filter(({ role }) => role === 'power');
    const reading = (number: number, leastShare: number, contrast: number): PatchReading => ({
      number,
      pixelsPerModule: 9,
      views: 10,
      readers: [],
      verdict: leastShare === 1 ? 'good' : 'stop',
      leastShare,
      residualMm: null,
      contrast,
    });
    const fit = fitCoupon(coupon, [reading(cells[0]!.number, 0.3, 0.9), reading(cells[1]!.number, 1, 0.5)]);
    expect(fit.cells[0]!.setting).toEqual({ powerPercent: 40, speedMmPerS: 100 });
    const next = calibrate(coupon, fit, fit.cells[0]!.setting, time)!;
    expect(next.pair.process).toMatchObject({ markMmPerS: 100, powerShare: 0.4 });
    expect(next.measured).toEqual(['markMmPerS', 'powerShare']);
  });
});
