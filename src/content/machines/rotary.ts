/** Rotary engravers: cutter tips, floors and growth are common practice, no source; beds and speeds are from memory. */
import type { MachineRow } from './row';

export const rotary: readonly MachineRow[] = [
  {
    machine: {
      id: 'rotary-engraver',
      name: 'Rotary engraver, 0.25 mm tip',
      short: 'rotary',
      kind: 'rotary',
      inks: 'single',
      bedWidthMm: 300,
      bedHeightMm: 200,
      shiftXMm: 0.1,
      shiftYMm: 0.1,
      dotMm: null,
    },
    processes: [
      {
        families: ['bare metal', 'laminate', 'acrylic'],
        elementMm: 0.25,
        elementFactor: 3,
        floorMm: 0.75,
        growthMm: 0.02,
        // Cut out with another tool.
        kerfMm: 0,
        markMmPerS: 10,
        cutMmPerS: 10,
        travelMmPerS: 50,
        lineIntervalMm: 0.1,
        overscanMm: 0,
        depthMm: 0.2,
      },
    ],
  },
  {
    machine: {
      id: 'rotary-v-60',
      name: 'Rotary engraver, V-cutter 60°',
      short: 'V-cutter',
      kind: 'rotary',
      inks: 'single',
      bedWidthMm: 300,
      bedHeightMm: 200,
      shiftXMm: 0.1,
      shiftYMm: 0.1,
      dotMm: null,
      halfAngleDegrees: 30,
    },
    processes: [
      {
        families: ['bare metal', 'laminate', 'acrylic'],
        elementMm: 0.25,
        elementFactor: 3,
        floorMm: 0.75,
        // Beside what the depth adds.
        growthMm: 0.02,
        kerfMm: 0,
        markMmPerS: 10,
        cutMmPerS: 10,
        travelMmPerS: 50,
        lineIntervalMm: 0.1,
        overscanMm: 0,
        depthMm: 0.15,
      },
    ],
  },
];
