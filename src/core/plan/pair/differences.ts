/** What differs between the values of two pairs. */
import type { OriginName, PairValues } from './schema';
import { valueOf } from './pair';
import { valueNames, valueRows, type ValueUnit } from './values';

export interface ValueDifference {
  readonly name: OriginName;
  readonly label: string;
  /** Null for colours. */
  readonly unit: ValueUnit | null;
  /** Null where the machine has no such thing. */
  readonly from: number | string | null;
  readonly to: number | string | null;
}

/** Values that are not the same, in the order in which they are listed; colours first. */
export function pairDifferences(from: PairValues, to: PairValues): ValueDifference[] {
  const colours: ValueDifference[] = [
    {
      name: 'baseColour',
      label: 'Bare colour',
      unit: null,
      from: from.material.baseColour,
      to: to.material.baseColour,
    },
    { name: 'markColour', label: 'Colour of the mark', unit: null, from: from.markColour, to: to.markColour },
  ];
  const values = valueNames.map((name): ValueDifference => {
    const { label, unit } = valueRows[name];
    return { name, label, unit, from: valueOf(from, name), to: valueOf(to, name) };
  });
  return [...colours, ...values].filter((value) => value.from !== value.to);
}
