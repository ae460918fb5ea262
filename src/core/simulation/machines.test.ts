/** What machines make of marks: growth and dots exactly; the rest by what can be counted on simple shapes. */
import { describe, expect, it } from '@jest/globals';
import { testReaders } from '../../testing/readSymbol';
import { rasteriseMarks, type MarkRaster } from '../readback';
import { grown, simulateMachine, type MachineModel } from './machines';

const svg = (content: string): Uint8Array =>
  new TextEncoder().encode(
    `<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10">${content}</svg>`,
  );
const window = { x: 0, y: 0, width: 20, height: 10 };
const pxPerMm = 16;
const rasterOf = async (content: string, from = window): Promise<MarkRaster> => {
  await testReaders();
  return rasteriseMarks(svg(content), from, pxPerMm);
};
const areaMm2 = (marked: Uint8Array): number =>
  marked.reduce((sum, value) => sum + value, 0) / 255 / pxPerMm ** 2;

const machine: MachineModel = {
  kind: 'laser',
  growthMm: 0,
  elementMm: 0.15,
  dotMm: null,
  lineMm: null,
  isPointed: false,
  burns: false,
  soaks: false,
  hasMesh: false,
  seed: 5,
};
const made = (raster: MarkRaster, change: Partial<MachineModel>): Uint8Array =>
  simulateMachine(raster, { ...machine, ...change }).inks[0]!;

describe('growth and dots', () => {
  it('widen marks on every edge', async () => {
    const raster = await rasterOf('<path d="M4 4H6V6H4Z"/>');
    expect(areaMm2(raster.inks[0]!)).toBeCloseTo(4, 2);
    const wide = grown(raster.inks[0]!, raster, { growthMm: 0.1, dotMm: null });
    expect(areaMm2(wide)).toBeCloseTo(2.2 ** 2, 1);
  });

  it('print whole dots only', async () => {
    const raster = await rasterOf('<path d="M4.04 4H6.1V6H4.04Z"/>');
    const dotted = grown(raster.inks[0]!, raster, { growthMm: 0, dotMm: 0.125 });
    // Of the columns of dots from 4.000 to 6.125, the last has its middle beyond 6.1 marked? 6.0625 < 6.1: it prints.
    expect(areaMm2(dotted)).toBeCloseTo(2.125 * 2, 3);
    // They lie where the printer has its dots: two pixels wide each, the first at 4 mm.
    const row = dotted.slice(80 * raster.width, 81 * raster.width);
    expect([row.indexOf(255), row.lastIndexOf(255)]).toEqual([64, 97]);
    // The same where the picture begins within a dot.
    const shifted = await rasterOf('<path d="M4.04 4H6.1V6H4.04Z"/>', { ...window, x: 0.0625 });
    const shiftedRow = grown(shifted.inks[0]!, shifted, { growthMm: 0, dotMm: 0.125 }).slice(
      80 * shifted.width,
      81 * shifted.width,
    );
    expect([shiftedRow.indexOf(255), shiftedRow.lastIndexOf(255)]).toEqual([63, 96]);
  });
});

describe('a machine', () => {
  const square = '<path d="M4 3H8V7H4Z"/>';

  it('makes the same from the same seed, and other edges from another', async () => {
    const raster = await rasterOf(square);
    const of = (seed: number): string =>
      Buffer.from(made(raster, { kind: 'printer', seed })).toString('base64');
    expect(of(5)).toBe(of(5));
    expect(of(5)).not.toBe(of(6));
  });

  it('with a round cutter rounds what it cuts by its radius and leaves what is narrower', async () => {
    // A cutter of 1 mm in a square of 4 mm: 16 - (4 - pi) r^2 are cut (geometry), less a twentieth for its rough ground.
    const cut = made(await rasterOf(square), { kind: 'rotary', elementMm: 1 });
    const reached = cut.reduce((sum, ink) => sum + (ink > 0 ? 1 : 0), 0) / pxPerMm ** 2;
    expect(reached).toBeGreaterThan(16 - (4 - Math.PI) * 0.25 - 0.35);
    expect(reached).toBeLessThan(16 - (4 - Math.PI) * 0.25 + 0.35);
    const narrow = await rasterOf('<path d="M4 3H4.6V7H4Z"/>');
    expect(areaMm2(made(narrow, { kind: 'rotary', elementMm: 1 }))).toBe(0);
    expect(areaMm2(made(narrow, { kind: 'rotary', elementMm: 1, isPointed: true }))).toBeGreaterThan(2);
  });

  it('that fills with lines farther apart than they are wide leaves the share between them', async () => {
    const raster = await rasterOf(square);
    const filled = (lineMm: number | null): number => areaMm2(made(raster, { lineMm, elementMm: 0.25 }));
    // Lines of 0.25 mm every 0.5 mm: half.
    expect(filled(0.5) / filled(null)).toBeCloseTo(0.5, 1);
    expect(filled(0.25)).toBe(filled(null));
  });

  it('that burns browns what lies beside its marks, and only then', async () => {
    const raster = await rasterOf(square);
    const beside = (burns: boolean): number => made(raster, { burns })[80 * raster.width + 4 * pxPerMm - 2]!;
    expect(beside(false)).toBe(0);
    expect(beside(true)).toBeGreaterThan(4);
    expect(beside(true)).toBeLessThan(60);
  });

  it('with a knife loses parts that are too small to weed, and no large ones', async () => {
    const parts = Array.from({ length: 36 }, (_, index) => {
      const [x, y] = [1 + (index % 12) * 1.5, 1 + Math.floor(index / 12) * 3];
      return `<path d="M${x} ${y}h0.5v0.5h-0.5Z"/>`;
    }).join('');
    const raster = await rasterOf(parts);
    const left = (elementMm: number): number =>
      areaMm2(made(raster, { kind: 'knife', elementMm })) / areaMm2(raster.inks[0]!);
    expect(left(0.4)).toBe(1);
    // Half as wide as the smallest that weeds: about four of ten stay [from memory, as the model says].
    expect(left(1)).toBeGreaterThan(0.2);
    expect(left(1)).toBeLessThan(0.65);
  });

  it('with a head of dots prints streaks along the way of the paper where elements are weak', async () => {
    const full = await rasterOf('<path d="M0 0H20V10H0Z"/>');
    const printed = made(full, { kind: 'printer', dotMm: 0.125, elementMm: 0.125 });
    const columns = Array.from({ length: full.width }, (_, column) => printed[column]!);
    const weak = columns.filter((ink) => ink < 240).length;
    // 160 elements, about one in a hundred and twenty of them weak.
    expect(weak).toBeGreaterThan(0);
    expect(weak).toBeLessThan(16);
    for (const row of [40, 80, 159])
      expect(Array.from({ length: full.width }, (_, column) => printed[row * full.width + column]!)).toEqual(
        columns,
      );
  });

  it('that prints without a head of dots leaves specks beside its marks and bands within them', async () => {
    const raster = await rasterOf(square);
    const printed = made(raster, { kind: 'printer', elementMm: 1 / pxPerMm });
    const inkIn = (from: number, to: number): number[] =>
      [...printed].filter((_, index) => {
        const [x, y] = [(index % raster.width) / pxPerMm, Math.floor(index / raster.width) / pxPerMm];
        return x > from && x < to && y > 3.3 && y < 6.7;
      });
    // Within six marks of the square, about one place in 250: some, and few.
    const beside = [...inkIn(3.65, 3.9), ...inkIn(8.1, 8.35)];
    const specks = beside.filter((ink) => ink > 0).length / beside.length;
    expect(specks).toBeGreaterThan(0);
    expect(specks).toBeLessThan(0.02);
    expect(Math.max(...inkIn(12, 19))).toBe(0);
    const within = inkIn(4.5, 7.5);
    expect(Math.min(...within)).toBeGreaterThanOrEqual(Math.floor(0.94 * 255));
    expect(new Set(within).size).toBeGreaterThan(1);
  });

  it('with a mesh has edges that follow its threads', async () => {
    const raster = await rasterOf('<path d="M4 3L8 7L4 7Z"/>');
    const stepsOf = (hasMesh: boolean): number => {
      const printed = made(raster, { kind: 'printer', elementMm: 1.5, hasMesh });
      const edges = Array.from({ length: 40 }, (_, row) =>
        [...printed.subarray((60 + row) * raster.width, (61 + row) * raster.width)].findLastIndex(
          (ink) => ink > 127,
        ),
      );
      return new Set(edges).size;
    };
    // The slope moves a pixel a row; threads are half a millimetre apart, 8 pixels.
    expect(stepsOf(true)).toBeLessThanOrEqual(7);
    expect(stepsOf(false)).toBeGreaterThan(20);
  });

  it('that lays lines of filament shows the ridges between them, a line apart', async () => {
    const raster = await rasterOf('<path d="M0 0H20V10H0Z"/>');
    const column = Array.from(
      { length: 120 },
      (_, row) => made(raster, { kind: 'solid', elementMm: 0.5 })[(20 + row) * raster.width + 160]!,
    );
    const valleys = column.filter(
      (ink, index) => index > 0 && ink < column[index - 1]! && ink <= column[index + 1]!,
    );
    // 120 pixels are 7.5 mm, a valley every half millimetre.
    expect(Math.abs(valleys.length - 15)).toBeLessThanOrEqual(1);
    expect(Math.min(...column)).toBeGreaterThan(0.8 * 255);
  });

  it('of another kind keeps the area of a large mark within a tenth', async () => {
    const raster = await rasterOf(square);
    const whole = areaMm2(raster.inks[0]!);
    for (const kind of ['printer', 'laser', 'knife', 'cut-through', 'solid', 'mask', 'stamp'] as const) {
      const half = made(raster, { kind }).reduce((sum, ink) => sum + (ink >= 128 ? 1 : 0), 0) / pxPerMm ** 2;
      expect([kind, Math.abs(half / whole - 1) < 0.1]).toEqual([kind, true]);
    }
  });
});
