import { commonPractice, type Machine } from './kind';

export const inkJet600: Machine = {
  id: 'ink-jet-600dpi',
  name: 'Ink-jet printer, 600 dpi',
  short: 'ink-jet',
  operation: 'print',
  inks: 'process',
  dotMm: null,
  processes: [
    {
      families: ['paper', 'vinyl'],
      elementMm: 0.06,
      elementFactor: 4,
      floorMm: 0.35,
      growthMm: 0.03,
      kerfMm: 0,
      source: commonPractice,
    },
  ],
};
