/** A body is built of layers, its marks of another colour than its base. */
import { onSurface, type MachineKind } from './kind';

export const solid: MachineKind = {
  ...onSurface,
  name: '3D printers',
  operation: 'raise',
  leaves: 'body',
  formats: ['3mf', 'stl'],
  watchedFormat: '3mf',
};
