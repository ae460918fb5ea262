import { commonPractice, type Machine } from './kind';

export const co2Laser: Machine = {
  id: 'co2-laser',
  name: 'CO2 laser',
  short: 'laser',
  operation: 'mark',
  inks: 'single',
  dotMm: null,
  processes: [
    {
      families: ['wood'],
      elementMm: 0.15,
      elementFactor: 5,
      floorMm: 0.75,
      growthMm: 0.06,
      kerfMm: 0.18,
      source: commonPractice,
    },
    {
      families: ['acrylic'],
      elementMm: 0.15,
      elementFactor: 6,
      floorMm: 0.9,
      growthMm: 0.05,
      kerfMm: 0.18,
      source: commonPractice,
    },
    {
      families: ['stone'],
      elementMm: 0.15,
      elementFactor: 6,
      floorMm: 0.9,
      growthMm: 0.05,
      kerfMm: 0,
      source: commonPractice,
    },
    {
      families: ['coated metal'],
      elementMm: 0.12,
      elementFactor: 4,
      floorMm: 0.5,
      growthMm: 0.02,
      kerfMm: 0,
      source: commonPractice,
    },
  ],
};
