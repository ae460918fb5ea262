/** A knife cuts foil on its carrier; what is not wanted is weeded, the rest is laid on. */
import { onSurface, type MachineKind } from './kind';

export const knife: MachineKind = {
  ...onSurface,
  lasts: false,
  name: 'Knife plotters',
  operation: 'kiss',
  leaves: 'parts-to-weed',
  formats: ['svg', 'dxf'],
  watchedFormat: 'dxf',
};
