/** 3D printers: line widths, floors, growth and the spread of the first layer are common practice, no source; beds and speeds are from memory. */
import type { MachineRows } from './row';

export const solids = {
  'filament-printer': {
    machine: {
      name: 'Filament printer, 0.4 mm nozzle',
      short: 'filament',
      kind: 'solid',
      inks: 'single',
      bedWidthMm: 220,
      bedHeightMm: 220,
      // All in one set-up.
      shiftXMm: 0,
      shiftYMm: 0,
      dotMm: null,
      layerMm: 0.2,
      firstLayerMm: 0.2,
      spreadMm: 0.15,
    },
    processes: [
      {
        families: ['filament'],
        elementMm: 0.45,
        elementFactor: 2,
        floorMm: 0.9,
        growthMm: 0.05,
        kerfMm: 0,
        markMmPerS: 60,
        cutMmPerS: null,
        travelMmPerS: 150,
        lineIntervalMm: 0.45,
        overscanMm: 0,
      },
    ],
  },
  'resin-printer': {
    machine: {
      name: 'Resin printer, 0.05 mm pixel',
      short: 'resin',
      kind: 'solid',
      inks: 'single',
      bedWidthMm: 130,
      bedHeightMm: 80,
      shiftXMm: 0,
      shiftYMm: 0,
      dotMm: null,
      layerMm: 0.05,
      firstLayerMm: 0.05,
      spreadMm: 0.1,
    },
    processes: [
      {
        families: ['resin'],
        elementMm: 0.05,
        elementFactor: 8,
        floorMm: 0.5,
        growthMm: 0.03,
        kerfMm: 0,
        // A layer at a time, whatever is on it.
        markMmPerS: 1,
        cutMmPerS: null,
        travelMmPerS: null,
        lineIntervalMm: null,
        overscanMm: null,
      },
    ],
  },
} as const satisfies MachineRows;
