/** Blasting and etching through a mask: the smallest mask part and the growth are common practice, no source. */
import type { MachineRows } from './row';

export const masks = {
  'blast-mask': {
    machine: {
      name: 'Sand-blast through a mask',
      short: 'sand-blast',
      kind: 'mask',
      inks: 'single',
      bedWidthMm: 610,
      bedHeightMm: null,
      // The mask is laid on by hand.
      shiftXMm: 1,
      shiftYMm: 1,
      dotMm: null,
    },
    processes: [
      {
        families: ['glass', 'stone'],
        elementMm: 1.5,
        elementFactor: 1,
        floorMm: 1.5,
        growthMm: 0.1,
        kerfMm: 0,
        markMmPerS: 100,
        cutMmPerS: 100,
        travelMmPerS: 300,
        lineIntervalMm: null,
        overscanMm: null,
        depthMm: 0.2,
      },
    ],
  },
} as const satisfies MachineRows;
