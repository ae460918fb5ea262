/** A mask is cut and weeded; what lies bare is blasted or etched. */
import { onSurface, type MachineKind } from './kind';

export const mask: MachineKind = {
  ...onSurface,
  name: 'Blasting through a mask',
  operation: 'kiss',
  takesPaint: true,
  leaves: 'parts-to-weed',
  formats: ['svg', 'pdf'],
  watchedFormat: 'dxf',
};
