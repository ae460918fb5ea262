/** The owner's own templates and stock sizes, as the server has them. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { Job } from '../../core/job';
import type { StockSize } from '../../core/piece';
import { pieceShelfSchema, type PieceShelf, type SaveSheetStock, type SaveStockSize } from '../../wire';
import { get, send } from '../shared/http';

const base = '/api/piece-shelf';

export const usePieceShelf = defineStore('pieceShelf', () => {
  const kept = shallowRef<PieceShelf>({ templates: [], stockSizes: [], sheetStocks: [] });
  const problem = ref('');

  /** False when it did not work; `problem` says why. */
  async function attempt(work: () => Promise<PieceShelf>): Promise<boolean> {
    try {
      problem.value = '';
      kept.value = await work();
      return true;
    } catch (error) {
      problem.value = (error as Error).message;
      return false;
    }
  }

  const ownSizes = computed((): readonly StockSize[] =>
    kept.value.stockSizes.map((size) => ({
      ...size,
      group: 'own',
      distanceM: null,
      source: { tag: 'cp', text: 'your own' },
    })),
  );

  return {
    templates: computed(() => kept.value.templates),
    ownSizes,
    sheetStocks: computed(() => kept.value.sheetStocks),
    problem,
    load: () => attempt(() => get(base, pieceShelfSchema)),
    addTemplate: (name: string, document: Job) =>
      attempt(() => send('POST', `${base}/templates`, { name, document }, pieceShelfSchema)),
    removeTemplate: (id: string) =>
      attempt(() => send('DELETE', `${base}/templates/${id}`, {}, pieceShelfSchema)),
    addSize: (size: SaveStockSize) =>
      attempt(() => send('POST', `${base}/stock-sizes`, size, pieceShelfSchema)),
    addSheetStock: (stock: SaveSheetStock) =>
      attempt(() => send('POST', `${base}/sheet-stocks`, stock, pieceShelfSchema)),
    removeSheetStock: (id: string) =>
      attempt(() => send('DELETE', `${base}/sheet-stocks/${id}`, {}, pieceShelfSchema)),
    removeSize: (id: string) =>
      attempt(() => send('DELETE', `${base}/stock-sizes/${id}`, {}, pieceShelfSchema)),
  };
});
