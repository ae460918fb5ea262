/** The materials and what each machine's mark looks like on them. Adding a material is a row. */
import type { Source } from '../finding';
import { machines, smallestModuleMm, type Machine, type MaterialFamily, type Process } from './machines';

/** How a mark compares with the bare material. */
export type MarkTone = 'darker' | 'lighter';

export interface Material {
  readonly id: string;
  readonly name: string;
  readonly family: MaterialFamily;
  /** `#RRGGBB` of the bare surface. */
  readonly baseColour: string;
  /** How the surface looks, for the picture on the stage. */
  readonly texture: 'plain' | 'grain' | 'brushed' | 'speckle';
  readonly transparent: boolean;
  readonly marks: readonly { readonly machine: string; readonly colour: string; readonly tone: MarkTone }[];
  /** Where the colours come from. */
  readonly source: Source;
}

const fromMemory: Source = { tag: 'mem', text: 'from memory, check on a test piece' };

export const materials: readonly Material[] = [
  {
    id: 'direct-thermal-paper',
    name: 'Direct thermal paper',
    family: 'paper',
    baseColour: '#EFEFEA',
    texture: 'plain',
    transparent: false,
    marks: [{ machine: 'label-printer-203dpi', colour: '#2B2B30', tone: 'darker' }],
    source: fromMemory,
  },
  {
    id: 'white-vinyl',
    name: 'White vinyl',
    family: 'vinyl',
    baseColour: '#F7F7F5',
    texture: 'plain',
    transparent: false,
    marks: [{ machine: 'ink-jet-600dpi', colour: '#1A1A1C', tone: 'darker' }],
    source: fromMemory,
  },
  {
    id: 'birch-plywood',
    name: 'Birch plywood',
    family: 'wood',
    baseColour: '#D9BC8F',
    texture: 'grain',
    transparent: false,
    marks: [{ machine: 'co2-laser', colour: '#4A2F1C', tone: 'darker' }],
    source: fromMemory,
  },
  {
    id: 'black-anodised-aluminium',
    name: 'Black anodised aluminium',
    family: 'coated metal',
    baseColour: '#1F2123',
    texture: 'brushed',
    transparent: false,
    marks: [{ machine: 'co2-laser', colour: '#C9CDD0', tone: 'lighter' }],
    source: fromMemory,
  },
  {
    id: 'clear-acrylic-dark-ground',
    name: 'Clear acrylic, dark ground',
    family: 'acrylic',
    baseColour: '#22303A',
    texture: 'plain',
    transparent: true,
    marks: [{ machine: 'co2-laser', colour: '#E8ECEC', tone: 'lighter' }],
    source: fromMemory,
  },
  {
    id: 'natural-slate',
    name: 'Natural slate',
    family: 'stone',
    baseColour: '#3B4043',
    texture: 'speckle',
    transparent: false,
    marks: [{ machine: 'co2-laser', colour: '#A9AFB2', tone: 'lighter' }],
    source: fromMemory,
  },
];

/** A material with a machine that marks it: everything that the plan and the limits need to know. */
export interface Pair {
  readonly material: Material;
  readonly machine: Machine;
  readonly process: Process;
  readonly markColour: string;
  readonly markTone: MarkTone;
  readonly smallestModuleMm: number;
}

/** Every material with every machine that marks it. */
export const pairs: readonly Pair[] = materials.flatMap((material) =>
  material.marks.map((mark) => {
    const machine = machines.find(({ id }) => id === mark.machine)!;
    const process = machine.processes.find(({ families }) => families.includes(material.family))!;
    return {
      material,
      machine,
      process,
      markColour: mark.colour,
      markTone: mark.tone,
      smallestModuleMm: smallestModuleMm(process),
    };
  }),
);

export function findPair(materialId: string, machineId: string): Pair | undefined {
  return pairs.find(({ material, machine }) => material.id === materialId && machine.id === machineId);
}
