import { describe, expect, it } from '@jest/globals';
import { describeChanges } from './describeChanges';
import { newJob } from './newJob';

const job = newJob({ name: 'Plate', message: { kind: 'web', address: 'ternquay.example' } });

describe('describeChanges', () => {
  it('says nothing of two equal documents', () => {
    expect(describeChanges(job, structuredClone(job))).toEqual([]);
  });

  it('names each change in words, with what it was and what it is', () => {
    const after = {
      ...job,
      message: { kind: 'web' as const, address: 'ternquay.example/17' },
      symbol: { ...job.symbol, level: 'H' as const },
      piece: { ...job.piece, code: { widthMm: 30, xMm: 2, yMm: 3, turnDegrees: 0 } },
      making: { ...job.making, material: 'birch-plywood', machine: 'co2-laser' },
      overrides: [{ code: 'contrast', reason: 'On purpose.', at: '2026-11-25T10:00:00Z' }],
    };
    expect(describeChanges(job, after)).toEqual([
      'address “ternquay.example” → “ternquay.example/17”',
      'level M → H',
      'code width 25 mm → 30 mm',
      'place of the code in the middle → 2 mm, 3 mm',
      'material White vinyl by Ink-jet printer, 600 dpi → Birch plywood by CO2 laser',
      'let pass nothing → contrast',
    ]);
  });

  it('does not show passwords', () => {
    const wifi = (password: string) => ({
      ...job,
      message: {
        kind: 'wifi' as const,
        network: 'Slipway',
        security: 'wpa' as const,
        password,
        hidden: false,
      },
    });
    expect(describeChanges(wifi('low water'), wifi('high water'))).toEqual(['password ••• → •••']);
  });
});
