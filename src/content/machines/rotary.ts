/** Rotary engravers: cutter tips, floors and growth are common practice, no source; beds, depths and speeds are from memory. */
import type { MachineRow, MachineRows, PlainMachine } from './row';

/** `growthMm` is beside what the depth of a pointed cutter adds. */
const engraver = (
  machine: Pick<PlainMachine, 'name' | 'short' | 'halfAngleDegrees'>,
  depthMm: number,
): MachineRow => ({
  machine: {
    ...machine,
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
      families: ['bare-metal', 'laminate', 'acrylic'],
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
      depthMm,
    },
  ],
});

export const rotary = {
  'rotary-engraver': engraver({ name: 'Rotary engraver, 0.25 mm tip', short: 'rotary' }, 0.2),
  'rotary-v-60': engraver(
    { name: 'Rotary engraver, V-cutter 60°', short: 'V-cutter', halfAngleDegrees: 30 },
    0.15,
  ),
} as const satisfies MachineRows;
