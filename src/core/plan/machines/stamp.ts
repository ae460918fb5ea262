/** A rubber stamp: raised parts carry the ink over. */
import type { MachineKind } from './kind';

export const stamp: MachineKind = {
  name: 'Stamps and screens',
  operation: 'print',
  followsLines: false,
  turnsOver: true,
};
