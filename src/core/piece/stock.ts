/** Common sizes of what pieces are made from. Adding one is a row; owners add their own on the server. */
import type { Source } from '../finding';

export interface StockSize {
  readonly id: string;
  readonly name: string;
  readonly group: 'own' | 'use' | 'label' | 'plate' | 'card' | 'paper';
  readonly widthMm: number;
  readonly heightMm: number;
  readonly cornerMm: number;
  /** From where such a piece is read (common practice, no source); null where that is anybody's guess. */
  readonly distanceM: number | null;
  readonly source: Source;
}

const iso216: Source = { tag: 'std', text: 'ISO 216:2007, tables 1 and 2' };
const iso7810: Source = { tag: 'std', text: 'ISO/IEC 7810:2019, ID-1' };
const trade: Source = { tag: 'cp', text: 'common practice, no source' };

const row = (
  id: string,
  name: string,
  group: StockSize['group'],
  [widthMm, heightMm, cornerMm = 0]: readonly [number, number, number?],
  source: Source,
  distanceM: number | null = null,
): StockSize => ({ id, name, group, widthMm, heightMm, cornerMm, distanceM, source });

/** A bank card: on screen it calibrates true size. */
export const cardId1 = { widthMm: 85.6, heightMm: 53.98, cornerMm: 3.18 };

export const stockSizes: readonly StockSize[] = [
  row('use-business-card', 'Business card', 'use', [85, 55], trade, 0.2),
  row('use-key-tag', 'Key tag', 'use', [30, 50, 4], trade, 0.15),
  row('use-table-sign', 'Table sign', 'use', [100, 150, 3], trade, 0.5),
  row('use-door-plate', 'Door plate', 'use', [120, 80, 4], trade, 0.4),
  row('use-counter-sign', 'Counter sign', 'use', [148, 210], trade, 0.6),
  row('use-shop-window', 'Shop window', 'use', [300, 300], trade, 1.5),
  row('use-poster', 'Poster', 'use', [420, 594], trade, 1.5),
  row('use-street-poster', 'Street poster', 'use', [841, 1189], trade, 3),
  row('a0', 'A0', 'paper', [841, 1189], iso216, 3),
  row('a1', 'A1', 'paper', [594, 841], iso216, 2),
  row('a2', 'A2', 'paper', [420, 594], iso216, 1.5),
  row('a3', 'A3', 'paper', [297, 420], iso216, 1),
  row('a4', 'A4', 'paper', [210, 297], iso216, 0.5),
  row('a5', 'A5', 'paper', [148, 210], iso216, 0.4),
  row('a6', 'A6', 'paper', [105, 148], iso216, 0.3),
  row('a7', 'A7', 'paper', [74, 105], iso216, 0.25),
  row('a8', 'A8', 'paper', [52, 74], iso216, 0.2),
  row('b5', 'B5', 'paper', [176, 250], iso216, 0.5),
  row('b6', 'B6', 'paper', [125, 176], iso216, 0.4),
  row('b7', 'B7', 'paper', [88, 125], iso216, 0.3),
  row('id-1', 'Bank card', 'card', [cardId1.widthMm, cardId1.heightMm, cardId1.cornerMm], iso7810),
  row('label-57x32', 'Label 57 × 32', 'label', [57, 32, 2], trade),
  row('label-50x30', 'Label 50 × 30', 'label', [50, 30, 2], trade),
  row('label-100x50', 'Label 100 × 50', 'label', [100, 50, 2], trade),
  row('label-100x150', 'Label 100 × 150', 'label', [100, 150, 3], trade),
  row('plate-60x40', 'Plate 60 × 40', 'plate', [60, 40, 3], trade),
  row('plate-80x50', 'Plate 80 × 50', 'plate', [80, 50, 3], trade),
  row('plate-100x60', 'Plate 100 × 60', 'plate', [100, 60, 4], trade),
  row('plate-120x80', 'Plate 120 × 80', 'plate', [120, 80, 4], trade),
  row('plate-200x150', 'Plate 200 × 150', 'plate', [200, 150, 5], trade),
];
