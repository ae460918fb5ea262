import { describe, expect, it } from '@jest/globals';
import { testReaders } from '../../testing/readSymbol';
import { plainStyle, presets } from '../artwork';
import { measuredPresets as kept } from '../../content';
import { measureStyleFitness, styleFitnessSchema } from './styleFitness';

describe('the measured fitness of shipped styles', () => {
  it('is of the styles as they are now, for all of them; `npm run style-fitness` makes it anew', () => {
    expect(Object.keys(kept)).toEqual(presets.map(({ id }) => id));
    for (const { id, style } of presets) expect(kept[id]!.style).toEqual(style);
  });

  it('ships no style that fewer than two readers take promptly, and says which reader one costs', () => {
    for (const { id } of presets) {
      const fitness = styleFitnessSchema.parse(kept[id]!.fitness);
      expect(fitness.verdict).not.toBe('refused');
      expect(fitness.shots).toBe(20);
      expect(fitness.readers).toHaveLength(4);
      if (fitness.verdict === 'safe')
        expect(fitness.readers.every(({ state }) => state === 'prompt')).toBe(true);
      else expect(fitness.readers.some(({ state }) => state !== 'prompt')).toBe(true);
    }
  });

  it('is measured again to the same figures, for one that costs a reader', async () => {
    const { style } = presets.find(({ id }) => id === 'porthole')!;
    expect(await measureStyleFitness(style, await testReaders())).toEqual(kept.porthole!.fitness);
  });

  it('is called off when something newer comes', async () => {
    expect(await measureStyleFitness(plainStyle, await testReaders(), () => true)).toBeNull();
  });
});
