/** machines: what each kind of machine does. A kind is one file beside this and one line here; machines themselves are rows of content. */
import type { MachineKind } from './kind';
import { laser } from './laser';
import { printer } from './printer';
import { rotary } from './rotary';
import { stamp } from './stamp';

export type { MachineKind } from './kind';

export const machineKinds = { printer, laser, rotary, stamp } satisfies Readonly<Record<string, MachineKind>>;
export type MachineKindId = keyof typeof machineKinds;
export const machineKindIds = Object.keys(machineKinds) as [MachineKindId, ...MachineKindId[]];
