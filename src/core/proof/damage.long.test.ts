/** What harm a piece survives: what covers a finder pattern, fades, or is scratched, tried on shots. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { testReaders } from '../../testing/readSymbol';
import { newJob } from '../job';
import { voting, type Reader } from '../readers';
import { proofSetup } from '../proving';
import { runJob } from '../run';
import { harms, harmSteps, readShots, surviveHarm, type Harm } from './damage';
import { openStudio, type Studio } from './studio';

let readers: readonly Reader[];
beforeAll(async () => {
  readers = voting(await testReaders());
});
function studioOf(material: string, machine: string, level: 'L' | 'H' = 'L'): Studio {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/slip/7' },
    pair: findPair(material, machine)!,
    codeWidthMm: 30,
  });
  const codes = job.codes.map((code) => ({ ...code, symbol: { ...code.symbol, level, raiseLevel: false } }));
  const changed = { ...job, codes };
  return openStudio(proofSetup(changed, runJob(changed), null)!);
}
async function most(studio: Studio, harm: Harm): Promise<number> {
  const shots = await readShots(studio, readers);
  expect(shots).toHaveLength(3);
  return (await surviveHarm(studio, readers, harm, shots))!.most;
}

describe('harm', () => {
  it('of a corner is worst where a finder pattern goes (ISO/IEC 18004:2015, 6.3.3), and least where there is none', async () => {
    const studio = studioOf('white-vinyl', 'ink-jet-600dpi', 'H');
    const torn = (corner: 'upper-left' | 'lower-right') => most(studio, { kind: 'torn', corner });
    expect(await torn('upper-left')).toBeLessThanOrEqual(harmSteps[1]);
    expect(await torn('lower-right')).toBeGreaterThan(await torn('upper-left'));
  });

  it('of dirt in the middle is survived the better the higher the level is', async () => {
    const middle: Harm = { kind: 'dirt', column: 2, row: 2 };
    const [low, high] = [
      studioOf('white-vinyl', 'ink-jet-600dpi'),
      studioOf('white-vinyl', 'ink-jet-600dpi', 'H'),
    ];
    expect(await most(high, middle)).toBeGreaterThan(await most(low, middle));
  });

  it('of fading is survived the longer the more contrast there is to lose', async () => {
    const [black, brown] = [studioOf('white-vinyl', 'ink-jet-600dpi'), studioOf('leather', 'co2-laser')];
    const [vinyl, leather] = [await most(black, { kind: 'faded' }), await most(brown, { kind: 'faded' })];
    expect(vinyl).toBeGreaterThan(leather);
    expect(vinyl).toBeGreaterThanOrEqual(0.3);
    expect(vinyl).toBeLessThan(0.9);
  });

  it('is asked for of every place once', () => {
    const keys = harms.map((harm) => JSON.stringify(harm));
    expect(new Set(keys).size).toBe(keys.length);
    expect(harms.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['dirt', 'torn', 'scratches', 'faded']),
    );
  });
});
