/** A turning cutter takes the surface away. */
import { onSurface, type MachineKind } from './kind';

export const rotary: MachineKind = {
  ...onSurface,
  name: 'Rotary engravers',
  operation: 'mark',
  followsLines: true,
  takesPaint: true,
  tool: 'cutter',
  formats: ['svg', 'dxf', 'gcode'],
  watchedFormat: 'gcode',
};
