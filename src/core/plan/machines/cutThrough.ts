/** A beam cuts marks out of the sheet: what lies behind, or paint that is sprayed through, shows in them. */
import { onSurface, type MachineKind } from './kind';

export const cutThrough: MachineKind = {
  ...onSurface,
  name: 'Cutting through',
  operation: 'open',
  followsLines: true,
  leaves: 'openings',
  tool: 'beam',
  formats: ['svg', 'dxf', 'gcode'],
  watchedFormat: 'gcode',
};
