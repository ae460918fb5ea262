/** The map of wishes that is brushed, as the page gets it. */
import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../node/logoAssets';
import { packageFile } from '../node/packageFiles';
import { newJob, type Job } from '../core/job';
import { newLogo, type LogoSettings, type LogoWay } from '../core/logo';
import { createLibrary } from '../core/run';
import { symbolAnatomy } from '../core/symbol';
import { withFirst } from '../testing/findings';
import { JobPress } from './press';

const press = new JobPress(createLibrary(logoAssets(() => Promise.resolve(null))), () =>
  packageFile('@resvg/resvg-wasm/index_bg.wasm'),
);
const drawn = (by: LogoWay, change: Partial<LogoSettings> = {}): Job => {
  const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' } });
  return withFirst(job, {
    logo: { ...newLogo({ kind: 'icon', icon: 'anchor' }, by), ...change },
    symbol: { ...job.codes[0]!.symbol, version: 8, level: 'L' },
  });
};

describe('the map of wishes', () => {
  it('is there where modules draw the logo, and tells of each what is wished, drawn and fixed', async () => {
    expect(await press.wishes(drawn('knock-out'), 'code-1')).toBeNull();
    expect(await press.wishes(drawn('free-bits'), 'gone')).toBeNull();
    for (const by of ['free-bits', 'half-tone', 'both'] as const) {
      const map = (await press.wishes(drawn(by), 'code-1'))!;
      expect(map.size).toBe(49);
      for (const each of [map.wanted, map.weight, map.fixed, map.modules, map.brush])
        expect(each).toHaveLength(49 * 49);
      map.wanted.forEach((wanted, index) => expect(wanted >= 0).toBe(map.weight[index]! > 0));
      // Patterns can never be steered, whatever the way.
      symbolAnatomy(8, 'L').codeword.forEach((position, index) => {
        if (position < 0) expect(map.fixed[index]).toBe(1);
      });
    }
  });

  it('counts on the stage as many as it shows', async () => {
    const job = drawn('free-bits');
    const map = (await press.wishes(job, 'code-1'))!;
    const { picture } = (await press.view(job, 'code-1')).made!.logo!;
    const { codeword } = symbolAnatomy(8, 'L');
    let [wished, met, onPatterns] = [0, 0, 0];
    map.wanted.forEach((wanted, index) => {
      if (wanted < 0) return;
      if (codeword[index]! < 0) onPatterns++;
      else {
        wished++;
        if (map.modules[index] === wanted) met++;
      }
    });
    expect(picture!.steering).toMatchObject({ wished, met, onPatterns });
  });

  it('follows the brush, and so does the symbol', async () => {
    const middle = { radius: 0.06, points: [[0.5, 0.5]] as [number, number][] };
    const plain = (await press.wishes(drawn('free-bits'), 'code-1'))!;
    const freed = (await press.wishes(drawn('free-bits', { brush: [{ as: 'free', ...middle }] }), 'code-1'))!;
    const kept = (await press.wishes(drawn('free-bits', { brush: [{ as: 'keep', ...middle }] }), 'code-1'))!;
    const index = 24 * 49 + 24;
    expect([plain.brush[index], freed.brush[index], kept.brush[index]]).toEqual(['plain', 'free', 'keep']);
    expect([freed.wanted[index], freed.weight[index]]).toEqual([-1, 0]);
    expect(kept.weight[index]).toBe(255);
    const missed = ({ wanted, modules, brush }: typeof kept): number =>
      wanted.filter((wish, module) => brush[module] === 'keep' && wish >= 0 && wish !== modules[module])
        .length;
    const area = kept.brush.map((kind) => kind === 'keep');
    const missedBefore = plain.wanted.filter(
      (wish, module) => area[module] && wish >= 0 && wish !== plain.modules[module],
    ).length;
    expect(missed(kept)).toBeLessThanOrEqual(missedBefore);
  });
});
