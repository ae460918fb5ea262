/** A beam burns, bleaches or melts the surface line by line, and cuts where it can. */
import type { MachineKind } from './kind';

export const laser: MachineKind = {
  name: 'Lasers',
  operation: 'mark',
  followsLines: true,
  turnsOver: false,
};
