/** What follows from the values of a material on a machine, and where each comes from. */
import { reflectanceOfHex } from '../../colour';
import type { Source } from '../../finding';
import { materialFamilies } from '../families';
import { machineKinds } from '../machines';
import type { OriginName, PairValues } from './schema';
import { colourSource, valueRows, type ValueName } from './values';

/** How a mark compares with the bare material. */
export type MarkTone = 'darker' | 'lighter';

/** A material with a machine that marks it: everything that the plan and the limits need to know. */
export interface Pair extends PairValues {
  readonly markTone: MarkTone;
  readonly smallestModuleMm: number;
  /** By how much a mark comes out larger on each edge: its growth, and what the depth of a pointed cutter adds. */
  readonly edgeGrowthMm: number;
  /** What the code lies on: the bare material, or the white under it. */
  readonly groundColour: string;
}

/** What is done to a piece beside marking it, which changes how marks and ground look and come out. */
export interface Finish {
  /** Paint in the marks; null for bare ones. */
  readonly paintFill: { readonly colour: string } | null;
  /** White is printed under the codes. */
  readonly whiteGround: boolean;
  /** Printed with the code on the bed. */
  readonly faceDown: boolean;
}

const bare: Finish = { paintFill: null, whiteGround: false, faceDown: false };
const white = '#FFFFFF';

/** A finish that the machine cannot give is none. */
export function pairOf(values: PairValues, { paintFill, whiteGround, faceDown }: Finish = bare): Pair {
  const { machine, material } = values;
  const kind = machineKinds[machine.kind];
  const markColour = paintFill !== null && kind.takesPaint ? paintFill.colour : values.markColour;
  const groundColour = whiteGround && printsOnClear(values) ? white : material.baseColour;
  return {
    ...values,
    markColour,
    groundColour,
    markTone: reflectanceOfHex(markColour) < reflectanceOfHex(groundColour) ? 'darker' : 'lighter',
    smallestModuleMm: smallestModuleMm(values, faceDown),
    edgeGrowthMm: edgeGrowthMm(values, faceDown),
  };
}

/** What a pointed cutter adds is its depth times the tangent of its half angle. */
const edgeGrowthMm = (
  { process, machine }: Pick<PairValues, 'process' | 'machine'>,
  faceDown: boolean,
): number =>
  process.growthMm +
  (process.depthMm ?? 0) * Math.tan(((machine.halfAngleDegrees ?? 0) * Math.PI) / 180) +
  (faceDown ? (machine.spreadMm ?? 0) : 0);

/** Width of the strips that hold what would fall out. */
export const bridgeMmOf = ({ process }: Pick<PairValues, 'process'>): number =>
  process.bridgeMm ?? process.elementMm;

/** On clear film what lies behind shows beside every mark. */
export const printsOnClear = ({ material, machine }: Pick<PairValues, 'material' | 'machine'>): boolean =>
  materialFamilies[material.family].isClearFilm && machineKinds[machine.kind].operation === 'print';

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

/** A bridge, and a gap between parted modules that holds like one, takes at most a third of a module. */
export const modulesPerBridge = 3;
/**
 * Narrower bridges than this share of a module vanish to a camera that is so far away as the modules allow [simulated shots:
 * bridges over finder rings cost one reader a third to a half of its shots at a third of a module, none at a seventh].
 */
export const unseenBridgeShare = 0.15;

type Sized = Pick<PairValues, 'process' | 'material' | 'machine'>;

/** What asks for a smallest module, each with the values that it comes from. */
const asksFor = (
  values: Sized,
  faceDown: boolean,
): readonly { readonly mm: number; readonly by: readonly ValueName[] }[] => {
  const { elementFactor, elementMm, floorMm, thicknessFactor, bridgeMm } = values.process;
  return [
    { mm: elementFactor * elementMm, by: ['elementMm', 'elementFactor'] },
    { mm: floorMm, by: ['floorMm'] },
    { mm: (thicknessFactor ?? 0) * values.material.thicknessMm, by: ['thicknessFactor', 'thicknessMm'] },
    // Wider ones leave too little of a module [simulated shots].
    { mm: modulesPerBridge * (bridgeMm ?? 0), by: ['bridgeMm'] },
    // Drawn in on both edges, one mark is left.
    { mm: elementMm + 2 * edgeGrowthMm(values, faceDown), by: ['growthMm', 'elementMm'] },
  ];
};

/** So many elements, not under the floor, not too slim for a sheet that is cut through, and a mark of it left when growth is taken back. */
export const smallestModuleMm = (values: Sized, faceDown = false): number =>
  Math.max(...asksFor(values, faceDown).map(({ mm }) => mm));

/** Looked through from the other side, as clear acrylic and glass are. */
export const isSeenThrough = ({ material }: Pick<PairValues, 'material'>): boolean =>
  material.transparency >= 0.5;

/** A value by its name; null where the machine has no such thing. */
export function valueOf(values: PairValues, name: ValueName): number | null {
  const part: Readonly<Record<string, unknown>> = values[valueRows[name].part];
  const value = part[name];
  return typeof value === 'number' ? value : null;
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
  const deciding = decidingValues(values);
  return sourceOf(values, deciding.find((name) => values.origins[name] !== undefined) ?? deciding[0]!);
}

/** The values that the smallest module comes from. */
export function decidingValues(values: Sized): readonly ValueName[] {
  const asks = asksFor(values, false);
  const most = smallestModuleMm(values);
  return asks.find(({ mm }) => mm >= most - 1e-9)!.by;
}
