/** Label printers, ink-jet and laser printers: dots of ink, toner or heat. */
import { onSurface, type MachineKind } from './kind';

export const printer: MachineKind = {
  ...onSurface,
  lasts: false,
  name: 'Printers',
  operation: 'print',
  feedsPaper: true,
  formats: ['svg', 'pdf', 'label'],
};
