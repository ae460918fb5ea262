/** A beam burns, bleaches or melts the surface line by line, and cuts where it can. */
import { onSurface, type MachineKind } from './kind';

export const laser: MachineKind = {
  ...onSurface,
  name: 'Lasers',
  operation: 'mark',
  followsLines: true,
  takesPaint: true,
  tool: 'beam',
  setsPower: true,
  formats: ['svg', 'pdf', 'dxf', 'gcode'],
  watchedFormat: 'gcode',
};
