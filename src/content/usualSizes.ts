/** Sizes that things of a material usually come in: common practice, no source. A row for each kind of use. */
import type { MaterialFamily, PairValues } from '../core/plan';
import { stockSizes, type StockSize } from '../core/piece';

interface UsualRow {
  readonly families: readonly MaterialFamily[];
  /** Ids of stock sizes, the commonest first. */
  readonly sizes: readonly StockSize['id'][];
}

const rows: readonly UsualRow[] = [
  { families: ['thermal paper'], sizes: ['label-57x32', 'label-50x30', 'label-100x50', 'label-100x150'] },
  {
    families: ['paper'],
    sizes: ['label-50x30', 'label-100x50', 'a7', 'a6', 'a5', 'a4', 'a3', 'use-poster', 'use-street-poster'],
  },
  {
    families: ['card'],
    sizes: ['use-business-card', 'id-1', 'a7', 'a6', 'use-table-sign', 'use-counter-sign'],
  },
  {
    families: ['vinyl', 'coloured vinyl', 'clear film'],
    sizes: ['label-50x30', 'label-100x50', 'label-100x150', 'use-door-plate', 'use-shop-window'],
  },
  {
    families: ['coated metal', 'bare metal', 'laminate', 'sheet metal'],
    sizes: ['plate-60x40', 'plate-80x50', 'plate-100x60', 'plate-120x80', 'plate-200x150'],
  },
  {
    families: ['wood', 'cork', 'leather', 'filament', 'resin'],
    sizes: ['use-key-tag', 'use-business-card', 'plate-80x50', 'use-table-sign', 'use-door-plate'],
  },
  {
    families: ['acrylic', 'stone', 'glass'],
    sizes: ['use-table-sign', 'use-door-plate', 'plate-120x80', 'plate-200x150'],
  },
  { families: ['fabric'], sizes: ['a7', 'a6', 'a5', 'a4'] },
  { families: ['stencil card'], sizes: ['a5', 'a4', 'a3'] },
];

/** Those that the machine's bed or web takes, either way round; the commonest first. Empty where none is known. */
export function usualSizes({
  material,
  machine,
}: Pick<PairValues, 'material' | 'machine'>): readonly StockSize[] {
  const ids = rows.find(({ families }) => families.includes(material.family))?.sizes ?? [];
  const { bedWidthMm, bedHeightMm } = machine;
  const lies = (acrossMm: number, alongMm: number): boolean =>
    acrossMm <= bedWidthMm && (bedHeightMm === null || alongMm <= bedHeightMm);
  return ids
    .flatMap((id) => stockSizes.filter((size) => size.id === id))
    .filter(({ widthMm, heightMm }) => lies(widthMm, heightMm) || lies(heightMm, widthMm));
}
