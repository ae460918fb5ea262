import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { colourNotations, colourOfText, colourText } from './colourText';

describe('typed colours', () => {
  it('come back from every notation within one step of a channel', () => {
    const hex = fc
      .integer({ min: 0, max: 0xffffff })
      .map((value) => `#${value.toString(16).padStart(6, '0')}`);
    const channels = (colour: string): number[] =>
      [1, 3, 5].map((index) => Number.parseInt(colour.slice(index, index + 2), 16));
    fc.assert(
      fc.property(hex, fc.constantFrom(...colourNotations), (colour, notation) => {
        const back = channels(colourOfText(colourText(colour, notation))!);
        channels(colour).forEach((value, index) =>
          expect(Math.abs(value - back[index]!)).toBeLessThanOrEqual(1),
        );
      }),
      { seed: 4, numRuns: 3000 },
    );
  });

  // CSS Color 4, examples of 4.2, 4.3 and 9.4.
  it.each([
    ['1F7A6D', '#1f7a6d'],
    ['#fff', '#ffffff'],
    ['rgb(0 128 0)', '#008000'],
    ['hsl(120 100% 25%)', '#008000'],
    ['oklch(51.975% 0.17686 142.495)', '#008000'],
    ['rebeccapurple', '#663399'],
    ['no colour', null],
    ['rgb(0 0 0 / 50%)', null],
  ])('%s is %s', (text, colour) => {
    expect(colourOfText(text)).toBe(colour);
  });
});
