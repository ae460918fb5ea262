/** Every material with every machine that marks it, as profiles with typical values. */
import { pairOf, type Pair } from '../core/plan';
import { machineRows, plainMachine, plainProcess } from './machines';
import { materialRows } from './materials';

export const pairs: readonly Pair[] = materialRows.flatMap(({ material, marks }) =>
  marks.flatMap(({ machines, colour }) =>
    machines.map((id): Pair => {
      const { machine, processes } = machineRows[id];
      const own = processes.find(({ families }) => families.includes(material.family));
      if (own === undefined)
        throw new Error(`${id} has no process for ${material.family}, of ${material.id}.`);
      const { families: _, ...process } = own;
      return pairOf({
        profile: `${material.id}.${id}`,
        material,
        machine: { id, ...plainMachine, ...machine },
        process: { ...plainProcess, ...process },
        markColour: colour,
        origins: {},
      });
    }),
  ),
);

/** What people call things made of a material, and of what the machine is. */
export const alsoCalled = (materialId: string): readonly string[] =>
  materialRows.find(({ material }) => material.id === materialId)?.alsoCalled ?? [];

export const findPair = (materialId: string, machineId: string): Pair | undefined =>
  pairs.find(({ material, machine }) => material.id === materialId && machine.id === machineId);
