/** Beams that cut marks out of a sheet: kerf, floors and bridges are common practice, no source; beds and speeds are from memory. */
import type { MachineRows } from './row';

const through = (kerfMm: number, cutMmPerS: number, bridgeMm: number) => ({
  elementMm: kerfMm,
  elementFactor: 4,
  floorMm: 1,
  thicknessFactor: 0.5,
  bridgeMm,
  // The beam takes half its width from both sides of its line.
  growthMm: kerfMm / 2,
  kerfMm,
  markMmPerS: cutMmPerS,
  cutMmPerS,
  travelMmPerS: 300,
  lineIntervalMm: null,
  overscanMm: null,
});

export const cutting = {
  'co2-laser-through': {
    machine: {
      name: 'CO2 laser, cut through',
      short: 'cut through',
      kind: 'cut-through',
      inks: 'single',
      bedWidthMm: 600,
      bedHeightMm: 400,
      shiftXMm: 0.1,
      shiftYMm: 0.1,
      dotMm: null,
    },
    processes: [
      { families: ['stencil-card', 'card'], ...through(0.18, 30, 0.5) },
      { families: ['wood', 'acrylic'], ...through(0.18, 12, 0.8) },
    ],
  },
  'metal-laser-through': {
    machine: {
      name: 'Metal-cutting laser',
      short: 'metal cut',
      kind: 'cut-through',
      inks: 'single',
      bedWidthMm: 1500,
      bedHeightMm: 3000,
      shiftXMm: 0.1,
      shiftYMm: 0.1,
      dotMm: null,
    },
    processes: [{ families: ['sheet-metal'], ...through(0.2, 60, 0.5) }],
  },
} as const satisfies MachineRows;
