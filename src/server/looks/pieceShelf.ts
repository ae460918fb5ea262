/** The owner's own templates and stock sizes: in the database, and as routes. */
import { randomUUID } from 'node:crypto';
import express from 'express';
import { z } from '../../core/schema';
import { filesOfJob, type Job } from '../../core/job';
import {
  documentKinds,
  saveSheetStockSchema,
  saveStockSizeSchema,
  saveTemplateSchema,
  type OwnStockSize,
  type OwnTemplate,
  type PieceShelf,
  type SaveSheetStock,
  type SaveStockSize,
} from '../../wire';
import { writing, type Db } from '../db';
import type { FileStore } from '../documents';
import { linkUses, type LinkUses } from '../links';
import { checked, Problem } from '../http';

export interface PieceShelfStore {
  list(): PieceShelf;
  /** Keeps a job under a name; the template that had the name before is replaced. */
  saveTemplate(name: string, document: Job): void;
  saveStockSize(size: SaveStockSize): void;
  saveSheetStock(stock: SaveSheetStock): void;
  /** False when there is none. */
  removeTemplate(id: string): boolean;
  removeStockSize(id: string): boolean;
  removeSheetStock(id: string): boolean;
}

export function pieceShelfStore(db: Db, files: FileStore, uses: LinkUses = linkUses(db)): PieceShelfStore {
  const templates = db.prepare<[], Omit<OwnTemplate, 'document'> & { document: string }>(
    'SELECT id, name, document, saved_at AS savedAt FROM templates ORDER BY name COLLATE NOCASE',
  );
  const stockSizes = db.prepare<[], OwnStockSize>(
    `SELECT id, name, width_mm AS widthMm, height_mm AS heightMm, corner_mm AS cornerMm
     FROM stock_sizes ORDER BY name COLLATE NOCASE`,
  );
  const sheetStocks = db.prepare<[], { id: string; name: string; stock: string }>(
    'SELECT id, name, stock FROM sheet_stocks ORDER BY name COLLATE NOCASE',
  );
  const upsertStock = db.prepare(
    `INSERT INTO sheet_stocks (id, name, stock) VALUES (?, ?, ?)
     ON CONFLICT (name) DO UPDATE SET stock = excluded.stock`,
  );
  const removeStock = db.prepare('DELETE FROM sheet_stocks WHERE id = ?');
  const upsertTemplate = db.prepare(
    `INSERT INTO templates (id, name, document, saved_at) VALUES (?, ?, ?, ?)
     ON CONFLICT (name) DO UPDATE SET document = excluded.document, saved_at = excluded.saved_at RETURNING id`,
  );
  const upsertSize = db.prepare(
    `INSERT INTO stock_sizes (id, name, width_mm, height_mm, corner_mm) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT (name) DO UPDATE
     SET width_mm = excluded.width_mm, height_mm = excluded.height_mm, corner_mm = excluded.corner_mm`,
  );
  const removeTemplate = db.prepare('DELETE FROM templates WHERE id = ?');
  const removeSize = db.prepare('DELETE FROM stock_sizes WHERE id = ?');
  return {
    list: () => ({
      // One that cannot be read is left where it is, and the others are listed.
      templates: templates.all().flatMap(({ document, ...row }) => {
        const read = documentKinds.template.readText(document);
        return 'document' in read ? [{ ...row, document: read.document }] : [];
      }),
      stockSizes: stockSizes.all(),
      sheetStocks: sheetStocks.all().flatMap(({ stock, ...row }) => {
        const read = documentKinds.sheetStock.readText(stock);
        return 'document' in read ? [{ ...row, stock: read.document }] : [];
      }),
    }),
    saveTemplate: writing(db, (name: string, document: Job) => {
      const kept = upsertTemplate.get(
        randomUUID(),
        name,
        JSON.stringify(document),
        new Date().toISOString(),
      ) as { id: string };
      files.refer('template', kept.id, filesOfJob(document));
      uses.note('template', kept.id, document);
    }),
    saveStockSize: writing(db, ({ name, widthMm, heightMm, cornerMm }: SaveStockSize) => {
      upsertSize.run(randomUUID(), name, widthMm, heightMm, cornerMm);
    }),
    saveSheetStock: writing(db, ({ name, stock }: SaveSheetStock) => {
      upsertStock.run(randomUUID(), name, JSON.stringify(stock));
    }),
    removeSheetStock: writing(db, (id: string) => removeStock.run(id).changes === 1),
    removeTemplate: writing(db, (id: string) => removeTemplate.run(id).changes === 1),
    removeStockSize: writing(db, (id: string) => removeSize.run(id).changes === 1),
  };
}

/** Every answer is the whole list, which is short. */
export function pieceShelfRoutes(store: PieceShelfStore): express.Router {
  const routes = express.Router();
  const idOf = (id: unknown): string => checked(z.uuid(), id);
  const gone = (): Problem => new Problem(404, 'It is not there any more. It may have been deleted.');
  routes.get('/', (_request, response) => {
    response.json(store.list());
  });
  routes.post('/templates', (request, response) => {
    const { name, document } = checked(saveTemplateSchema, request.body);
    store.saveTemplate(name, document);
    response.status(201).json(store.list());
  });
  routes.post('/stock-sizes', (request, response) => {
    store.saveStockSize(checked(saveStockSizeSchema, request.body));
    response.status(201).json(store.list());
  });
  routes.post('/sheet-stocks', (request, response) => {
    store.saveSheetStock(checked(saveSheetStockSchema, request.body));
    response.status(201).json(store.list());
  });
  routes.delete('/sheet-stocks/:id', (request, response) => {
    if (!store.removeSheetStock(idOf(request.params.id))) throw gone();
    response.json(store.list());
  });
  routes.delete('/templates/:id', (request, response) => {
    if (!store.removeTemplate(idOf(request.params.id))) throw gone();
    response.json(store.list());
  });
  routes.delete('/stock-sizes/:id', (request, response) => {
    if (!store.removeStockSize(idOf(request.params.id))) throw gone();
    response.json(store.list());
  });
  return routes;
}
