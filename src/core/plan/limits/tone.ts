/** Limits on tones: contrast, polarity, mirroring, and what is left for damage. */
import { reflectanceOfHex } from '../../colour';
import type { Finding } from '../../finding';
import { blockLayout } from '../../symbol';
import { change, slack, type LimitContext } from './context';

const contrastCaution = 0.4;
const contrastStop = 0.2;

/** Symbol contrast of a pair: the difference of its two reflectances, 0 to 1. */
export function symbolContrast(baseColour: string, markColour: string): number {
  return Math.abs(reflectanceOfHex(baseColour) - reflectanceOfHex(markColour));
}

export function measureContrast({ pair }: LimitContext): Finding {
  const contrast = symbolContrast(pair.material.baseColour, pair.markColour);
  const severity =
    contrast < contrastStop - slack ? 'stop' : contrast < contrastCaution - slack ? 'caution' : 'fine';
  return {
    code: 'contrast',
    severity,
    title: 'Contrast',
    text:
      severity === 'fine'
        ? `Difference of reflectance between the mark and the bare ${pair.material.name.toLowerCase()}.`
        : `Marks on ${pair.material.name.toLowerCase()} differ little from the bare surface, so some readers need good light. Paint in the marks would raise it.`,
    measured: { value: contrast * 100, unit: '%' },
    required: { value: contrastCaution * 100, unit: '%', comparison: '>=' },
    source: {
      tag: 'std',
      text: 'symbol contrast, ISO/IEC 15415; limit from simulated shots; colours from memory',
    },
    fixes: [],
  };
}

export function measurePolarity({ plan, pair }: LimitContext): Finding {
  const lighter = pair.markTone === 'lighter';
  return {
    code: 'polarity',
    severity: plan.reversed ? 'caution' : 'fine',
    title: 'Polarity',
    text: plan.reversed
      ? 'Light modules on a dark ground. Readers that do not try reversed reflectance never read it.'
      : `Dark on light: marks come out ${pair.markTone}, so the ${plan.marks} are marked.`,
    measured: { value: null, unit: plan.reversed ? 'reversed' : 'dark on light' },
    required: { value: null, unit: 'dark on light' },
    source: { tag: 'sim', text: 'simulated shots: one reader of five reads reversed codes' },
    fixes: plan.reversed
      ? [
          {
            label: lighter ? 'Mark the light modules' : 'Mark the dark modules',
            changes: [change('making.reversed', false)],
          },
        ]
      : [],
  };
}

/** A mirrored file is for pieces that are seen from behind; on an opaque one the code itself is mirrored. */
export function measureMirroring({ plan, pair }: LimitContext): Finding | null {
  if (!plan.mirrored) return null;
  const { transparent, name } = pair.material;
  return {
    code: 'mirrored',
    severity: transparent ? 'fine' : 'caution',
    title: 'Mirrored',
    text: transparent
      ? 'Drawn left for right, to be seen through the material.'
      : `${name} is not transparent, so the code is seen left for right. Most readers take that, not all.`,
    measured: { value: null, unit: 'mirrored' },
    required: { value: null, unit: transparent ? 'mirrored' : 'not mirrored' },
    source: { tag: 'sim', text: 'simulated shots' },
    fixes: transparent ? [] : [{ label: 'Do not mirror', changes: [change('making.mirrored', false)] }],
  };
}

/** Nothing covers modules yet, so the whole budget is left for dirt and damage. */
export function measureBudget({ symbol }: LimitContext): Finding {
  const { correctablePerBlock, blockCount } = blockLayout(symbol.version, symbol.level);
  return {
    code: 'budget',
    severity: 'fine',
    title: 'Damage it survives',
    text: `Level ${symbol.level} survives ${correctablePerBlock} damaged codewords in each of ${blockCount} ${blockCount === 1 ? 'block' : 'blocks'}; the design uses none.`,
    measured: { value: 0, unit: `of ${correctablePerBlock}` },
    required: { value: Math.floor(correctablePerBlock / 2), unit: 'codewords', comparison: '<=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, Table 9' },
    fixes: [],
  };
}
