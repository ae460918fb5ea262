/** What limits give: findings whose fixes are made when they are asked for, because they cost a search. */
import type { Finding, Fix, Severity } from '../finding';

/** Of the whole piece, or of something on it. */
export interface PieceMeasured extends Omit<Finding, 'fixes'> {
  readonly fixes: () => readonly Fix[];
}

/** Which of them are asked for. */
export type FixesWanted = 'all' | 'of-stops' | 'none';

export const wantsFixes = (wanted: FixesWanted, severity: Severity): boolean =>
  wanted === 'all' || (wanted === 'of-stops' && severity === 'stop');

export const fixesOf = (
  { severity, fixes }: Pick<PieceMeasured, 'severity' | 'fixes'>,
  wanted: FixesWanted,
): readonly Fix[] => (wantsFixes(wanted, severity) ? fixes() : []);

/** Of one code, which it is about. */
export type Measured = Omit<PieceMeasured, 'about'>;
