/** machines: the rows of all machines, one file a kind. Adding one is a row. */
import { lasers } from './lasers';
import { printers } from './printers';
import { rotary } from './rotary';
import type { MachineRow } from './row';
import { stamps } from './stamps';

export type { MachineRow } from './row';

export const machineRows: readonly MachineRow[] = [...printers, ...lasers, ...rotary, ...stamps];
