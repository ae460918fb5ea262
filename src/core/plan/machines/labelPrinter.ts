import { commonPractice, type Machine } from './kind';

/** 8 dots a millimetre, which the trade calls 203 dpi. */
export const labelPrinter203: Machine = {
  id: 'label-printer-203dpi',
  name: 'Thermal label printer, 203 dpi',
  short: '203 dpi',
  operation: 'print',
  inks: 'single',
  dotMm: 0.125,
  processes: [
    {
      families: ['paper'],
      elementMm: 0.125,
      elementFactor: 3,
      floorMm: 0.25,
      growthMm: 0.02,
      kerfMm: 0,
      source: commonPractice,
    },
  ],
};
