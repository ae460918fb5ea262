/** Lasers that engrave: spots, floors and growth are common practice, no source; kerfs, beds and speeds are from memory. */
import type { MachineRows, PlainMachine } from './row';

const laser = (name: string, short: string, bed: readonly [number, number]): PlainMachine => ({
  name,
  short,
  kind: 'laser',
  inks: 'single',
  bedWidthMm: bed[0],
  bedHeightMm: bed[1],
  // Marked and cut in one set-up.
  shiftXMm: 0.1,
  shiftYMm: 0.1,
  dotMm: null,
});

/** A gantry with a run-up at both ends of each line. */
const gantry = (markMmPerS: number, cutMmPerS: number | null, lineIntervalMm: number) => ({
  markMmPerS,
  cutMmPerS,
  travelMmPerS: 500,
  lineIntervalMm,
  overscanMm: 5,
});
/** Mirrors that turn the beam need no run-up. */
const mirrors = { markMmPerS: 800, cutMmPerS: 800, travelMmPerS: 5000, lineIntervalMm: 0.04, overscanMm: 0 };

const coated = { elementMm: 0.12, elementFactor: 4, floorMm: 0.5, growthMm: 0.02 };

export const lasers = {
  'co2-laser': {
    machine: laser('CO2 laser', 'laser', [600, 400]),
    processes: [
      {
        families: ['wood', 'cork', 'leather', 'card'],
        elementMm: 0.15,
        elementFactor: 5,
        floorMm: 0.75,
        growthMm: 0.06,
        kerfMm: 0.18,
        ...gantry(300, 12, 0.1),
      },
      {
        families: ['acrylic'],
        elementMm: 0.15,
        elementFactor: 6,
        floorMm: 0.9,
        growthMm: 0.05,
        kerfMm: 0.18,
        ...gantry(300, 10, 0.1),
      },
      {
        families: ['stone', 'glass'],
        elementMm: 0.15,
        elementFactor: 6,
        floorMm: 0.9,
        growthMm: 0.05,
        kerfMm: 0,
        ...gantry(200, 100, 0.1),
      },
      { families: ['coated-metal'], ...coated, kerfMm: 0, ...gantry(300, 100, 0.08) },
      { families: ['laminate'], ...coated, kerfMm: 0.18, ...gantry(300, 15, 0.08) },
    ],
  },
  'diode-laser': {
    machine: laser('Diode laser', 'diode laser', [400, 400]),
    processes: [
      {
        families: ['wood', 'cork', 'leather', 'card'],
        elementMm: 0.12,
        elementFactor: 6,
        floorMm: 0.75,
        growthMm: 0.06,
        kerfMm: 0.2,
        ...gantry(80, 4, 0.1),
      },
      { families: ['coated-metal'], ...coated, kerfMm: 0, ...gantry(50, 20, 0.08) },
      { families: ['laminate'], ...coated, kerfMm: 0.2, ...gantry(60, 3, 0.08) },
    ],
  },
  'fibre-laser': {
    machine: laser('Fibre laser', 'fibre laser', [110, 110]),
    processes: [
      {
        families: ['coated-metal', 'bare-metal'],
        elementMm: 0.04,
        elementFactor: 6,
        floorMm: 0.25,
        growthMm: 0.01,
        kerfMm: 0,
        ...mirrors,
      },
    ],
  },
} as const satisfies MachineRows;
