/** Label printers, ink-jet and laser printers: dots of ink, toner or heat. */
import type { MachineKind } from './kind';

export const printer: MachineKind = {
  name: 'Printers',
  operation: 'print',
  followsLines: false,
  turnsOver: false,
};
