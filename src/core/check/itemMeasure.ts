/** What limits on items on the piece measure of them. */
import type { About } from '../finding';
import type { PlacedItem } from '../piece';

export const aboutItem = ({ id }: { readonly id: string }): About => ({ on: 'item', id });

/** What is measured of one item. */
export interface ItemMeasure {
  readonly item: PlacedItem;
  readonly mm: number;
}

export const least = (measures: readonly ItemMeasure[]): ItemMeasure | null =>
  measures.reduce<ItemMeasure | null>(
    (best, next) => (best === null || next.mm < best.mm ? next : best),
    null,
  );
