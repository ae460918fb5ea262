/** Values of materials and machines in words. */
import type { Source } from '../../core/finding';
import { yearsText, type PairValues, type ValueDifference, type ValueUnit } from '../../core/plan';
import { fieldNumber, type LengthUnit } from './units';

/** `0.15 mm`, `12 %`, `×5`; a dash where the machine has no such thing. */
export function valueText(
  value: number | string | null,
  unit: ValueUnit | null,
  lengthUnit: LengthUnit,
): string {
  if (value === null) return '–';
  if (typeof value === 'string' || unit === null) return String(value);
  switch (unit) {
    case 'mm':
      return `${fieldNumber(value, lengthUnit)} ${lengthUnit}`;
    case 'mm/s':
      return `${fieldNumber(value, lengthUnit)} ${lengthUnit}/s`;
    case '%':
      return `${Number((value * 100).toFixed(1))} %`;
    case '°':
      return `${value}°`;
    case 'x':
      return `×${value}`;
    case 'years':
      return yearsText(value);
  }
}

/** Where a requirement or a value comes from. */
export const sourceNames: Readonly<Record<Source['tag'], string>> = {
  std: 'standard',
  cp: 'common practice',
  mem: 'rule of thumb',
  sim: 'simulated shots',
  geo: 'geometry',
  job: 'this job',
  own: 'your own value',
  cal: 'calibrated',
};
/** Where a value comes from, in a few words; the owner's with when and how. */
export const originText = ({ tag, text }: Source): string =>
  tag === 'own' ? `own: ${text}` : tag === 'cal' ? text : sourceNames[tag];

/** `Growth on each edge: 0.05 mm → 0.07 mm`. */
export const differenceText = ({ label, unit, from, to }: ValueDifference, lengthUnit: LengthUnit): string =>
  `${label}: ${valueText(from, unit, lengthUnit)} → ${valueText(to, unit, lengthUnit)}`;

/** What a list says of a pair beside its name. */
export const pairNote = ({ machine }: PairValues, markTone: string): string =>
  `${machine.short} · ${markTone}`;
