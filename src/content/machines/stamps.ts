/** Stamps: smallest parts, floors and growth are common practice, no source. */
import { feed, type MachineRows } from './row';

export const stamps = {
  'rubber-stamp': {
    machine: {
      name: 'Rubber stamp',
      short: 'stamp',
      kind: 'stamp',
      inks: 'single',
      bedWidthMm: 120,
      bedHeightMm: 80,
      // By hand.
      shiftXMm: 1,
      shiftYMm: 1,
      dotMm: null,
    },
    processes: [
      {
        families: ['paper', 'card'],
        elementMm: 0.2,
        elementFactor: 4,
        floorMm: 0.8,
        growthMm: 0.05,
        ...feed(100),
      },
    ],
  },
} as const satisfies MachineRows;
