/** Printers: smallest marks, floors and growth are common practice, no source; widths and speeds are from memory. */
import { feed, type MachineRow, type MachineRows, type PlainMachine } from './row';

const mmPerInch = 25.4;

/** Prints whole dots. Labels lie still across, and slip in the direction of feed. */
function labelPrinter(dpi: number, dotMm: number): MachineRow {
  const machine: PlainMachine = {
    name: `Thermal label printer, ${dpi} dpi`,
    short: `${dpi} dpi`,
    kind: 'printer',
    inks: 'single',
    bedWidthMm: 104,
    bedHeightMm: null,
    shiftXMm: 0.5,
    shiftYMm: 1,
    dotMm,
  };
  const shared = { elementMm: dotMm, elementFactor: 3, floorMm: 0.25, growthMm: 0.02, ...feed(100) };
  return { machine, processes: [{ families: ['thermal-paper', 'paper', 'vinyl'], ...shared }] };
}

const sheetPrinter = (name: string, short: string): PlainMachine => ({
  name,
  short,
  kind: 'printer',
  inks: 'process',
  bedWidthMm: 210,
  bedHeightMm: 297,
  shiftXMm: 0.5,
  shiftYMm: 0.5,
  dotMm: null,
});

const inkJet = (markMmPerS: number): MachineRow['processes'][number] => ({
  families: ['paper', 'card', 'vinyl', 'clear-film'],
  elementMm: 0.06,
  elementFactor: 4,
  floorMm: 0.35,
  growthMm: 0.03,
  ...feed(markMmPerS),
});

export const printers = {
  // 203 dpi is the trade's name for 8 dots a millimetre.
  'label-printer-203dpi': labelPrinter(203, 0.125),
  'label-printer-300dpi': labelPrinter(300, Number((mmPerInch / 300).toFixed(4))),
  'label-printer-600dpi': labelPrinter(600, Number((mmPerInch / 600).toFixed(4))),
  'ink-jet-600dpi': {
    machine: sheetPrinter('Ink-jet printer, 600 dpi', 'ink-jet'),
    processes: [inkJet(15)],
  },
  'wide-ink-jet': {
    machine: {
      ...sheetPrinter('Wide ink-jet printer, 600 dpi', 'wide ink-jet'),
      bedWidthMm: 610,
      bedHeightMm: null,
    },
    processes: [inkJet(10)],
  },
  'laser-printer-600dpi': {
    machine: sheetPrinter('Laser printer, 600 dpi', 'laser printer'),
    processes: [
      {
        families: ['paper', 'card'],
        elementMm: 0.045,
        elementFactor: 4,
        floorMm: 0.33,
        growthMm: 0.02,
        ...feed(100),
      },
    ],
  },
  'screen-print': {
    machine: {
      ...sheetPrinter('Screen print', 'screen print'),
      inks: 'single',
      bedWidthMm: 400,
      bedHeightMm: 500,
    },
    processes: [
      {
        families: ['paper', 'card', 'vinyl', 'wood', 'coated-metal', 'glass', 'acrylic'],
        elementMm: 0.2,
        elementFactor: 4,
        floorMm: 0.8,
        growthMm: 0.05,
        ...feed(150),
      },
    ],
  },
} as const satisfies MachineRows;
