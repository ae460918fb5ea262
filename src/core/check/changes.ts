/** Changes that fixes make, each with the fields that the part has. */
import type { Style } from '../artwork';
import type { Change, Fix, Sentence } from '../finding';
import type { LogoSettings } from '../logo';
import type { CodePlacement, HoleSettings, ItemSettings, PieceSettings } from '../piece';
import type { PlanSettings } from '../plan';
import type { SymbolSettings } from '../symbol';

/** A code by its id. */
interface Whose {
  readonly id: string;
}

export const changePlacement = ({ id }: Whose, set: Partial<CodePlacement>): Change => ({
  on: 'code',
  id,
  part: 'placement',
  set,
});
export const changeStyle = ({ id }: Whose, set: Partial<Style>): Change => ({
  on: 'code',
  id,
  part: 'style',
  set,
});
export const changeSymbol = ({ id }: Whose, set: Partial<SymbolSettings>): Change => ({
  on: 'code',
  id,
  part: 'symbol',
  set,
});
export const changeLogo = ({ id }: Whose, set: Partial<LogoSettings>): Change => ({
  on: 'code',
  id,
  part: 'logo',
  set,
});
export const changePiece = (set: Partial<PieceSettings>): Change => ({ on: 'piece', set });
export const changeMaking = (set: Partial<PlanSettings>): Change => ({ on: 'making', set });
export const readFromChange = (distanceM: number): Change => ({ on: 'reading', set: { distanceM } });

/** Fields of every kind of item; which of them one has is for its kind to say. */
type ItemFields = ItemSettings extends infer Item
  ? Item extends ItemSettings
    ? Partial<Item>
    : never
  : never;
export const changeItem = (id: string, set: ItemFields): Change => ({ on: 'item', id, set });
export const takeItemAway = (id: string): Change => ({ on: 'item', id, set: null });
export const takeHoleAway = ({ id }: HoleSettings): Change => ({ on: 'hole', id, set: null });

export const fix = (label: Sentence, ...changes: readonly Change[]): Fix => ({ label, changes });
