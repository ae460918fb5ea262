/** What follows from the values of a material on a machine, and where each comes from. */
import { reflectanceOfHex } from '../../colour';
import type { Source } from '../../finding';
import type { OriginName, PairValues, Process } from './schema';
import { colourSource, valueRows, type ValueName } from './values';

/** How a mark compares with the bare material. */
export type MarkTone = 'darker' | 'lighter';

/** A material with a machine that marks it: everything that the plan and the limits need to know. */
export interface Pair extends PairValues {
  readonly markTone: MarkTone;
  readonly smallestModuleMm: number;
}

export const pairOf = (values: PairValues): Pair => ({
  ...values,
  markTone: markToneOf(values),
  smallestModuleMm: smallestModuleMm(values.process),
});

/** What is kept of a pair; the rest follows from it. */
export const valuesOf = ({
  profile,
  material,
  machine,
  process,
  markColour,
  origins,
}: PairValues): PairValues => ({
  profile,
  material,
  machine,
  process,
  markColour,
  origins,
});

const markToneOf = ({ material, markColour }: PairValues): MarkTone =>
  reflectanceOfHex(markColour) < reflectanceOfHex(material.baseColour) ? 'darker' : 'lighter';

/** The smallest module of a process: so many elements, and not under the floor. */
export const smallestModuleMm = ({ elementFactor, elementMm, floorMm }: Process): number =>
  Math.max(elementFactor * elementMm, floorMm);

/** Looked through from the other side, as clear acrylic and glass are. */
export const isSeenThrough = ({ material }: Pick<PairValues, 'material'>): boolean =>
  material.transparency >= 0.5;

/** A value by its name; null where the machine has no such thing. */
export function valueOf(values: PairValues, name: ValueName): number | null {
  const part: Readonly<Record<string, unknown>> = values[valueRows[name].part];
  const found = part[name];
  return typeof found === 'number' ? found : null;
}

/** The same with another value. */
export const withValue = <Values extends PairValues>(
  values: Values,
  name: ValueName,
  value: number,
): Values => {
  const { part } = valueRows[name];
  return { ...values, [part]: { ...values[part], [name]: value } };
};

/** Whether a value is the typical one, the owner's or a measured one, and where that comes from. */
export function sourceOf({ origins }: Pick<PairValues, 'origins'>, name: OriginName): Source {
  const origin = origins[name];
  if (origin === undefined)
    return name === 'baseColour' || name === 'markColour' ? colourSource : valueRows[name].source;
  const day = origin.at.slice(0, 10);
  const how = origin.how === '' ? '' : `: ${origin.how}`;
  return origin.from === 'calibrated'
    ? { tag: 'cal', text: `calibrated on ${day}${how}` }
    : { tag: 'own', text: `your own value of ${day}${how}` };
}

/** Where the smallest module comes from: of what it is made of, the value that is the owner's before a typical one. */
export function moduleSourceOf(values: PairValues): Source {
  const { elementMm, elementFactor, floorMm } = values.process;
  const deciding: readonly ValueName[] =
    elementMm * elementFactor >= floorMm ? ['elementMm', 'elementFactor'] : ['floorMm'];
  return sourceOf(values, deciding.find((name) => values.origins[name] !== undefined) ?? deciding[0]!);
}
