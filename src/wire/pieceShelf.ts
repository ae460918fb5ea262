/** What page and server say to each other about the owner's own templates and stock sizes. */
import { z } from '../core/schema';
import { anyJobSchema } from '../core/job';
import { stockSchema } from '../core/sheet';

const nameSchema = z.string().trim().min(1, 'Give a name.').max(60);
const idSchema = z.uuid();

export const saveTemplateSchema = z.strictObject({ name: nameSchema, document: anyJobSchema });
export const ownTemplateSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  document: anyJobSchema,
  savedAt: z.iso.datetime(),
});
export type OwnTemplate = z.infer<typeof ownTemplateSchema>;

export const saveStockSizeSchema = z.strictObject({
  name: nameSchema,
  widthMm: z.number().min(1).max(5000),
  heightMm: z.number().min(1).max(5000),
  cornerMm: z.number().min(0).max(2500),
});
export type SaveStockSize = z.infer<typeof saveStockSizeSchema>;
export const ownStockSizeSchema = saveStockSizeSchema.extend({ id: idSchema });
export type OwnStockSize = z.infer<typeof ownStockSizeSchema>;

export const saveSheetStockSchema = z.strictObject({ name: nameSchema, stock: stockSchema });
export type SaveSheetStock = z.infer<typeof saveSheetStockSchema>;
export const ownSheetStockSchema = saveSheetStockSchema.extend({ id: idSchema });
export type OwnSheetStock = z.infer<typeof ownSheetStockSchema>;

export const pieceShelfSchema = z.strictObject({
  templates: z.array(ownTemplateSchema),
  stockSizes: z.array(ownStockSizeSchema),
  sheetStocks: z.array(ownSheetStockSchema),
});
export type PieceShelf = z.infer<typeof pieceShelfSchema>;
