/** machines: the rows of all machines, one file a kind. Adding one is a row. */
import { cutting } from './cutting';
import { knives } from './knives';
import { lasers } from './lasers';
import { masks } from './masks';
import { printers } from './printers';
import { rotary } from './rotary';
import type { MachineRow } from './row';
import { solids } from './solids';
import { stamps } from './stamps';

export { type MachineRow, plainMachine, plainProcess } from './row';

const rows = {
  ...printers,
  ...lasers,
  ...rotary,
  ...knives,
  ...cutting,
  ...solids,
  ...masks,
  ...stamps,
} as const;
export type MachineId = keyof typeof rows;

export const machineRows: Readonly<Record<MachineId, MachineRow>> = rows;
