import { describe, expect, it } from '@jest/globals';
import { pairs } from './index';
import { smallestModuleMm } from './machines';

describe('pairs of material and machine', () => {
  // As planned for the product: sizes common practice, no source; colours from memory.
  it.each([
    'direct-thermal-paper: paper, plain, #EFEFEA #2B2B30 darker; print single, dots 0.125; 0.125 x 3, floor 0.25, growth 0.02, kerf 0',
    'white-vinyl: vinyl, plain, #F7F7F5 #1A1A1C darker; print process, dots null; 0.06 x 4, floor 0.35, growth 0.03, kerf 0',
    'birch-plywood: wood, grain, #D9BC8F #4A2F1C darker; mark single, dots null; 0.15 x 5, floor 0.75, growth 0.06, kerf 0.18',
    'black-anodised-aluminium: coated metal, brushed, #1F2123 #C9CDD0 lighter; mark single, dots null; 0.12 x 4, floor 0.5, growth 0.02, kerf 0',
    'clear-acrylic-dark-ground: acrylic, plain, clear, #22303A #E8ECEC lighter; mark single, dots null; 0.15 x 6, floor 0.9, growth 0.05, kerf 0.18',
    'natural-slate: stone, speckle, #3B4043 #A9AFB2 lighter; mark single, dots null; 0.15 x 6, floor 0.9, growth 0.05, kerf 0',
  ])('%s', (row) => {
    const pair = pairs.find(({ material }) => row.startsWith(`${material.id}:`))!;
    const { material, machine, markColour, markTone, process } = pair;
    const look = [material.family, material.texture, ...(material.transparent ? ['clear'] : [])].join(', ');
    expect(
      `${material.id}: ${look}, ${material.baseColour} ${markColour} ${markTone}; ` +
        `${machine.operation} ${machine.inks}, dots ${machine.dotMm}; ${process.elementMm} x ${process.elementFactor}, ` +
        `floor ${process.floorMm}, growth ${process.growthMm}, kerf ${process.kerfMm}`,
    ).toBe(row);
    expect(smallestModuleMm(process)).toBeCloseTo(
      Math.max(process.elementMm * process.elementFactor, process.floorMm),
      12,
    );
  });
});
