/** Whole sheets of jobs: quantities, what is left empty or moved, what is stopped, and that print and cut lie at the same places. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { findPair } from '../../content';
import { boundsOf } from '../geometry';
import { newJob, scaledJob, type Job } from '../job';
import { isLine, type OperationSheet } from '../plan';
import { noMarks, sheetOn, stocks, type SheetDocument } from '../sheet';
import { jobForCount, laySheets, widestOnSheet } from './laySheets';
import { emptyLibrary, runJob } from '../run';
import { sheetFiles } from './sheetFiles';
import { cutWay } from './sheetOperations';
import { shapeOf, type LaidSheets } from './sheetPages';

const sticker = (
  size = { width: 60, height: 40 },
  material = 'white-vinyl',
  machine = 'ink-jet-600dpi',
): Job =>
  newJob({
    name: 'Harbour sticker',
    message: { kind: 'web', address: 'https://ternquay.example/harbour' },
    pair: findPair(material, machine),
    codeWidthMm: 25,
    pieceSizeMm: size,
  });
const a4 = sheetOn(
  stocks.find(({ id }) => id === 'a4')!,
  { layout: 'grid' },
);
const lay = (document: SheetDocument, jobs: readonly Job[], quantity: number | null = null): LaidSheets =>
  laySheets(
    document,
    jobs.map((job) => ({ result: runJob(job), quantity })),
  );
const stops = ({ notes }: LaidSheets): string[] =>
  notes.filter(({ severity }) => severity === 'stop').map(({ text }) => text);
/** Upright boxes of the outlines that are cut, by their left upper corners. */
const cutsOf = ({ operations }: OperationSheet) =>
  operations
    .flatMap((operation) => (isLine(operation) && operation.kind === 'cut' ? operation.lines : []))
    .map((contour) => boundsOf([contour])!)
    .sort((a, b) => a.y - b.y || a.x - b.x);

describe('a quantity', () => {
  it('lies on as many sheets as it takes; those that are alike are one page', () => {
    // 3 by 6 of 60 by 40 mm on 200 by 287: 40 are two whole sheets and four.
    const laid = lay(a4, [sticker()], 40);
    expect(laid.pages.map(({ placed, sheets }) => [placed.length, sheets])).toEqual([
      [18, 2],
      [4, 1],
    ]);
    expect([laid.perSheet, laid.sheets]).toEqual([18, 3]);
  });

  it('is laid whole, whatever is left empty on the first sheet', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.uniqueArray(fc.integer({ min: 0, max: 17 }), { maxLength: 18 }),
        (quantity, empty) => {
          const { pages } = lay({ ...a4, empty }, [sticker()], quantity);
          const sum = pages.reduce((all, { placed, sheets }) => all + placed.length * sheets, 0);
          expect(sum).toBe(quantity);
          for (const { slot } of pages[0]!.placed) expect(empty).not.toContain(slot);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('of a roll is a row a sheet', () => {
    const roll = sheetOn(stocks.find(({ id }) => id === 'roll-2x50x25')!);
    const laid = lay(roll, [sticker({ width: 48, height: 24 })], 5);
    expect(laid.perSheet).toBe(2);
    expect(laid.sheets).toBe(3);
  });
});

describe('a sheet is stopped', () => {
  it.each([
    [
      'pieces nearer than the cut is wide',
      { gapMm: 0 },
      [sticker(undefined, 'birch-plywood', 'co2-laser')],
      /apart, and the cut is 0\.\d+ mm wide/,
    ],
    [
      'what is too large, by its name',
      {},
      [sticker({ width: 300, height: 40 })],
      /^Harbour sticker is 300 × 40 mm; there is room for 200 × 287 mm/,
    ],
    [
      'margins that leave nothing',
      { stock: { ...a4.stock, stock: { ...a4.stock.stock, widthMm: 9 } } as SheetDocument['stock'] },
      [sticker()],
      /^Harbour sticker is [^;]*; the margins and marks of the sheet leave no room at all/,
    ],
    [
      'staggered rows of what is not round',
      { layout: 'staggered' as const },
      [sticker()],
      /for round pieces/,
    ],
    [
      'another material',
      {},
      [sticker(), sticker(undefined, 'kraft-paper', 'rubber-stamp')],
      /this sheet is White vinyl/i,
    ],
    [
      'what was put on its neighbour',
      { moved: [{ place: 1, x: 40, y: 5, quarters: 0 as const }] },
      [sticker()],
      /^Pieces 2 and 1 are 0 mm apart; the gap is 2 mm/,
    ],
    [
      'what was put beyond the room',
      { moved: [{ place: 17, x: 190, y: 250, quarters: 1 as const }] },
      [sticker()],
      /^Piece 18 lies 25 mm outside/,
    ],
  ])('by %s', (_, change, jobs, says) => {
    expect(stops(lay({ ...a4, ...change }, jobs)).join('\n')).toMatch(
      new RegExp(says.source, `${says.flags}m`),
    );
  });
});

describe('print, cut and jig of a sheet', () => {
  const laid = lay({ ...a4, marks: { ...noMarks, crop: true, registration: true, rule: true } }, [sticker()]);
  const [page] = laid.pages as [LaidSheets['pages'][number]];
  const marked = boundsOf(
    laid
      .operations(page, 'print')
      .operations.flatMap((operation) =>
        isLine(operation) ? [] : operation.label === 'sheet marks' ? [] : operation.area,
      ),
  )!;

  it('have their pieces at the same places', () => {
    const [all, cut] = (['all', 'cut'] as const).map((part) => cutsOf(laid.operations(page, part)));
    expect(cut).toHaveLength(page.placed.length);
    cut!.forEach((box, index) => {
      for (const side of ['x', 'y', 'width', 'height'] as const)
        expect(Math.abs(box[side] - all![index]![side])).toBeLessThan(0.01);
    });
    // Marks of all codes lie within the outlines.
    expect(marked.x).toBeGreaterThanOrEqual(Math.min(...cut!.map(({ x }) => x)));
  });

  it('part what is marked from what is followed, and the jig has a hole for each piece and an edge', () => {
    expect(laid.operations(page, 'print').operations.every((operation) => !isLine(operation))).toBe(true);
    const holes = cutsOf(laid.operations(page, 'jig'));
    expect(holes).toHaveLength(page.placed.length + 1);
    const cut = cutsOf(laid.operations(page, 'cut'));
    // Play of 0.15 mm on each side.
    const hole = holes.find(({ width }) => width < 100)!;
    expect(hole.width - cut[0]!.width).toBeCloseTo(0.3, 2);
  });

  it('tell how far is cut: the outlines of all pieces', () => {
    expect(cutWay(laid, page).cutMm).toBeCloseTo(page.placed.length * 2 * (60 + 40), 0);
  });
});

describe('the size that a count gives', () => {
  it('gives that count, and a little more does not', () => {
    const job = sticker();
    const { width } = shapeOf(runJob(job).made!);
    for (const count of [1, 4, 12, 30]) {
      const sized = jobForCount(a4, runJob(job), count, emptyLibrary)!;
      expect(lay(a4, [sized]).perSheet).toBeGreaterThanOrEqual(count);
      const widest = shapeOf(runJob(sized).made!).width;
      expect(lay(a4, [scaledJob(job, (widest + 0.1) / width)]).perSheet).toBeLessThan(count);
    }
  });

  it('is none on labels that are cut already', () => {
    const labels = sheetOn(stocks.find(({ id }) => id === 'a4-labels-3x7')!);
    expect(widestOnSheet(labels, { width: 60, height: 30 }, 12)).toBeNull();
    expect(lay(labels, [sticker({ width: 63, height: 38 })]).perSheet).toBe(21);
  });

  it('keeps the size of screws, and lets all else grow alike', () => {
    const job = sticker();
    const hole = {
      id: 'h',
      shape: { kind: 'round' as const, diameterMm: 4 },
      pattern: 'one' as const,
      xMm: 5,
      yMm: 6,
      keepOutMm: 1,
    };
    const wide = scaledJob({ ...job, piece: { ...job.piece, holes: [hole] } }, 2);
    expect(wide.piece.holes[0]).toEqual({ ...hole, xMm: 10, yMm: 12 });
    expect([wide.piece.widthMm, wide.codes[0]!.placement.widthMm]).toEqual([120, 50]);
    expect(wide.making).toEqual(job.making);
  });
});

describe('pieces that lie a cut apart', () => {
  const close = { ...a4, gapMm: 0 };
  const laid = lay(close, [sticker()]);
  const page = laid.pages[0]!;
  const cuts = laid
    .operations(page, 'cut')
    .operations.flatMap((operation) => (isLine(operation) ? [operation] : []));

  it('share their cut lines: 3 by 7 of 60 by 40 mm are 8 and 4 lines, cut once (counted by hand)', () => {
    expect(page.placed).toHaveLength(21);
    expect(cuts.map(({ lines, isOpen }) => [lines.length, isOpen])).toEqual([[12, true]]);
    // 8 x 180 + 4 x 280 instead of 21 x 200.
    expect(cutWay(laid, page).cutMm).toBeCloseTo(8 * 180 + 4 * 280, 6);
  });

  it('are written as open lines in every format that a cutter takes', async () => {
    const setting = { part: 'cut' as const, binary: () => Promise.reject(new Error('none is needed')) };
    const textOf = async (format: 'svg' | 'dxf' | 'dxf-r12' | 'eps'): Promise<string> => {
      const made = await sheetFiles(close, laid, { ...setting, format });
      if ('problem' in made) throw new Error(made.problem);
      return new TextDecoder().decode(made.files[0]!.bytes);
    };
    expect((await textOf('svg')).match(/ d="([^"]*)"/)![1]).not.toContain('Z');
    expect((await textOf('eps')).match(/^h$/gm)).toBeNull();
    // Group code 70 of a polyline: 0 is open.
    for (const format of ['dxf', 'dxf-r12'] as const) {
      const text = await textOf(format);
      const flags = [
        ...text.matchAll(
          /^ *0\r?\n(?:LWPOLYLINE|POLYLINE)\r?\n(?: *\d+\r?\n[^\n]*\r?\n)*? *70\r?\n *(\d+)/gm,
        ),
      ];
      expect(flags.map(([, flag]) => Number(flag))).toEqual(Array.from({ length: 12 }, () => 0));
    }
  });
});
