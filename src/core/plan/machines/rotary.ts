/** A turning cutter takes the surface away. */
import type { MachineKind } from './kind';

export const rotary: MachineKind = {
  name: 'Rotary engravers',
  operation: 'mark',
  followsLines: true,
  turnsOver: false,
};
