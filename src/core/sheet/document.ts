/** What is laid on a sheet, as it is kept with the job that it was begun from. */
import { DocumentKind } from '../document';
import { z } from '../schema';
import { layouts } from './places';
import { stockSchema } from './stock';

/** 2: sheet number and name, square. */
export const sheetFormatVersion = 2;

const pieceSchema = z.strictObject({
  jobId: z.uuid(),
  /** How many of it; null for as many as fit on one sheet. */
  quantity: z.int().min(1).max(5000).nullable(),
});

export const marksSchema = z.strictObject({
  /** Lines beside the pieces, where a knife goes. */
  crop: z.boolean(),
  /** Filled discs near the corners, for the camera of a cutter. */
  registration: z.boolean(),
  /** A line of 50 mm, to be measured on what was printed. */
  rule: z.boolean(),
  /** A square near the corner without a disc, for laying the sheet where the machine will look for it. */
  square: z.boolean(),
  /** Number and name of the sheet in words. */
  name: z.boolean(),
});
export type SheetMarks = Readonly<z.infer<typeof marksSchema>>;

export const namedStockSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(80),
  stock: stockSchema,
});
export type ChosenStock = Readonly<z.infer<typeof namedStockSchema>>;

const newestSchema = z.strictObject({
  formatVersion: z.literal(sheetFormatVersion),
  stock: namedStockSchema,
  gapMm: z.number().min(0).max(200),
  layout: z.enum(layouts),
  pieces: z.array(pieceSchema).min(1).max(20),
  /** Places of the first sheet that are left empty, counted from the upper left, row by row. */
  empty: z.array(z.int().min(0).max(19_999)).max(20_000),
  /** Pieces of the first sheet that were put somewhere by hand. */
  moved: z
    .array(
      z.strictObject({
        place: z.int().min(0).max(19_999),
        x: z.number().min(-10_000).max(10_000),
        y: z.number().min(-10_000).max(10_000),
        quarters: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]),
      }),
    )
    .max(2000),
  marks: marksSchema,
});

export const sheetKind = new DocumentKind({
  noun: 'the sheet',
  schema: newestSchema,
  newestVersion: sheetFormatVersion,
  steps: {
    // Until version 1 sheets had no square and no name.
    1: (document) => ({
      ...document,
      formatVersion: 2,
      marks:
        typeof document.marks === 'object' && document.marks !== null
          ? { ...document.marks, square: false, name: false }
          : document.marks,
    }),
  },
});
export const sheetDocumentSchema = sheetKind.anySchema;
export type SheetDocument = Readonly<z.infer<typeof sheetDocumentSchema>>;

export const noMarks: SheetMarks = {
  crop: false,
  registration: false,
  rule: false,
  square: false,
  name: false,
};

/** Stands for the job at hand where it has no id: in the shell, and in tests. */
const noJobId = '00000000-0000-4000-8000-000000000000';

/** Two millimetres, or what the cut takes (common practice, no source). */
export const usualGap = (kerfMm: number): number => Math.max(2, kerfMm);

/** A sheet as it begins: as many as fit, turned where that gains, nothing moved or left empty, without marks. */
export const sheetOn = (
  { id, name, stock }: ChosenStock,
  change: Partial<SheetDocument> = {},
): SheetDocument => ({
  formatVersion: sheetFormatVersion,
  stock: { id, name, stock },
  gapMm: 2,
  layout: 'turned',
  pieces: [{ jobId: noJobId, quantity: null }],
  empty: [],
  moved: [],
  marks: noMarks,
  ...change,
});
