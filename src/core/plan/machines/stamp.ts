/** A rubber stamp: raised parts carry the ink over. */
import { onSurface, type MachineKind } from './kind';

export const stamp: MachineKind = {
  ...onSurface,
  name: 'Stamps and screens',
  operation: 'print',
  turnsOver: true,
  formats: ['svg', 'pdf'],
};
