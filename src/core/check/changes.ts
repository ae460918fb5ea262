/** Changes that fixes make, each with the fields that the part has. */
import type { Style } from '../artwork';
import type { Change, CodePart, Fix, Sentence } from '../finding';
import type { LogoSettings } from '../logo';
import type { CodePlacement, HoleSettings, ItemSettings, PieceSettings } from '../piece';
import type { Finish, PlanSettings, SolidSettings } from '../plan';
import type { SymbolSettings } from '../symbol';

/** A code by its id. */
interface Whose {
  readonly id: string;
}

const changeOf =
  <Fields extends object>(part: CodePart) =>
  ({ id }: Whose, set: Partial<Fields>): Change => ({ on: 'code', id, part, set });

export const changePlacement = changeOf<CodePlacement>('placement');
export const changeStyle = changeOf<Style>('style');
export const changeSymbol = changeOf<SymbolSettings>('symbol');
export const changeLogo = changeOf<LogoSettings>('logo');
export const changePiece = (set: Partial<PieceSettings>): Change => ({ on: 'piece', set });
/** What of the making fixes change. */
type MakingFields = PlanSettings &
  Pick<Finish, 'paintFill' | 'whiteGround'> & { readonly solid: SolidSettings };
export const changeMaking = (set: Partial<MakingFields>): Change => ({ on: 'making', set });
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
