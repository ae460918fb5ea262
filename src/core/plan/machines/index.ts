/** machines: what each kind of machine does. A kind is one file beside this and one line here; machines themselves are rows of content. */
import { cutThrough } from './cutThrough';
import type { MachineKind } from './kind';
import { knife } from './knife';
import { laser } from './laser';
import { mask } from './mask';
import { printer } from './printer';
import { rotary } from './rotary';
import { solid } from './solid';
import { stamp } from './stamp';

export type { MachineKind } from './kind';

const kinds = {
  printer,
  laser,
  rotary,
  knife,
  'cut-through': cutThrough,
  solid,
  mask,
  stamp,
} as const satisfies Readonly<Record<string, MachineKind>>;

export const machineKinds: Readonly<Record<keyof typeof kinds, MachineKind>> = kinds;
export type MachineKindId = keyof typeof machineKinds;
export const machineKindIds = Object.keys(machineKinds) as [MachineKindId, ...MachineKindId[]];
