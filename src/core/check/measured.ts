/** What limits give: findings whose fixes are made when they are asked for, because they cost a search. */
import type { Finding, Fix } from '../finding';

/** Of the whole piece, or of something on it. */
export interface PieceMeasured extends Omit<Finding, 'fixes'> {
  readonly fixes: () => readonly Fix[];
}

/** Of one code, which it is about. */
export type Measured = Omit<PieceMeasured, 'about'>;
