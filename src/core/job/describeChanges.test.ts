import { onPair } from '../../testing/board';
import { describe, expect, it } from '@jest/globals';
import { describeChanges } from './describeChanges';
import { inWords, withFirst } from '../../testing/findings';
import { withCode, withCodeAdded } from './changes';
import type { CodeSettings, Job } from './job';
import { newJob } from './newJob';

const job = newJob({ name: 'Plate', message: { kind: 'web', address: 'ternquay.example' } });

const changes = (before: Job, after: Job): string[] =>
  describeChanges(before, after).map((change) => inWords(change, after.codes));

describe('describeChanges', () => {
  it('says nothing of two equal documents', () => {
    expect(describeChanges(job, structuredClone(job))).toEqual([]);
  });

  it('names each change in words, with what it was and what it is', () => {
    const after: Job = {
      ...withFirst(job, {
        message: { kind: 'web', address: 'ternquay.example/17' },
        symbol: { ...job.codes[0]!.symbol, level: 'H' },
        placement: { widthMm: 30, xMm: 2, yMm: 3, turnDegrees: 0 },
      }),
      making: onPair(job, 'birch-plywood', 'co2-laser').making,
      overrides: [
        {
          kind: 'contrast',
          about: { on: 'code', id: 'code-1' },
          reason: 'On purpose.',
          at: '2026-11-25T10:00:00Z',
        },
      ],
    };
    expect(changes(job, after)).toEqual([
      'address “ternquay.example” → “ternquay.example/17”',
      'level M → H',
      'code width 25 mm → 30 mm',
      'place of the code in the middle → 2 mm, 3 mm',
      'material White vinyl by Ink-jet printer, 600 dpi → Birch plywood by CO2 laser',
      'allowed anyway nothing → contrast',
    ]);
  });

  it('says whose each change is where there are several codes', () => {
    const [code] = job.codes as [CodeSettings];
    const two = withCodeAdded(job, code);
    expect(changes(job, two)).toEqual(['code 2 put on']);
    const wider = withCode(two, 'code-2', (second) => ({
      ...second,
      logo: null,
      message: { kind: 'text', text: 'x' },
    }));
    expect(changes(two, wider)).toEqual(['code 2: message Web address → Plain text']);
    expect(changes(two, job)).toEqual(['code 2 removed']);
  });

  it('does not show passwords', () => {
    const wifi = (password: string): Job =>
      withFirst(job, {
        message: { kind: 'wifi', network: 'Slipway', security: 'wpa', password, hidden: false },
      });
    expect(changes(wifi('low water'), wifi('high water'))).toEqual(['password ••• → •••']);
  });
});
