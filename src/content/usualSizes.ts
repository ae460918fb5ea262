/** Sizes that things of a material usually come in: common practice, no source. A row for each kind of use. */
import type { MaterialFamily, PairValues } from '../core/plan';
import { stockSizes, type StockSize } from '../core/piece';

/** Ids of stock sizes, the commonest first. */
type Sizes = readonly StockSize['id'][];

const sheets: Sizes = ['a7', 'a6', 'a5', 'a4'];
const stickers: Sizes = ['label-50x30', 'label-100x50', 'label-100x150', 'use-door-plate', 'use-shop-window'];
const plates: Sizes = ['plate-60x40', 'plate-80x50', 'plate-100x60', 'plate-120x80', 'plate-200x150'];
const tags: Sizes = ['use-key-tag', 'use-business-card', 'plate-80x50', 'use-table-sign', 'use-door-plate'];
const panes: Sizes = ['use-table-sign', 'use-door-plate', 'plate-120x80', 'plate-200x150'];

const sizesOfFamilies: Readonly<Record<MaterialFamily, Sizes>> = {
  'thermal-paper': ['label-57x32', 'label-50x30', 'label-100x50', 'label-100x150'],
  paper: ['label-50x30', 'label-100x50', ...sheets, 'a3', 'use-poster', 'use-street-poster'],
  card: ['use-business-card', 'id-1', 'a7', 'a6', 'use-table-sign', 'use-counter-sign'],
  vinyl: stickers,
  'coloured-vinyl': stickers,
  'clear-film': stickers,
  'coated-metal': plates,
  'bare-metal': plates,
  laminate: plates,
  'sheet-metal': plates,
  wood: tags,
  cork: tags,
  leather: tags,
  filament: tags,
  resin: tags,
  acrylic: panes,
  stone: panes,
  glass: panes,
  fabric: sheets,
  'stencil-card': ['a5', 'a4', 'a3'],
};

/** Those that the machine's bed or web takes, either way round; the commonest first. Empty where none is known. */
export function usualSizes({
  material,
  machine,
}: Pick<PairValues, 'material' | 'machine'>): readonly StockSize[] {
  const ids = sizesOfFamilies[material.family];
  const { bedWidthMm, bedHeightMm } = machine;
  const lies = (acrossMm: number, alongMm: number): boolean =>
    acrossMm <= bedWidthMm && (bedHeightMm === null || alongMm <= bedHeightMm);
  return ids
    .flatMap((id) => stockSizes.filter((size) => size.id === id))
    .filter(({ widthMm, heightMm }) => lies(widthMm, heightMm) || lies(heightMm, widthMm));
}
