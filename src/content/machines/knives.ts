/** Knife plotters: the smallest part that weeds, and the shift with and without camera marks, are common practice, no source; beds and speeds are from memory. */
import type { MachineRow, MachineRows } from './row';

const knife = (name: string, short: string, shiftMm: number): MachineRow => ({
  machine: {
    name,
    short,
    kind: 'knife',
    inks: 'single',
    bedWidthMm: 610,
    bedHeightMm: null,
    shiftXMm: shiftMm,
    shiftYMm: shiftMm,
    dotMm: null,
  },
  processes: [
    {
      families: ['coloured-vinyl', 'fabric'],
      elementMm: 1.5,
      elementFactor: 1,
      floorMm: 1.5,
      growthMm: 0,
      kerfMm: 0,
      markMmPerS: 100,
      cutMmPerS: 100,
      travelMmPerS: 300,
      lineIntervalMm: null,
      overscanMm: null,
    },
  ],
});

export const knives = {
  'knife-plotter': knife('Knife plotter', 'knife', 1),
  'knife-plotter-camera': knife('Knife plotter with a camera', 'knife, camera', 0.5),
} as const satisfies MachineRows;
