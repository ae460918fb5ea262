/** Limits on tones: polarity and mirroring. */
import type { Finding } from '../finding';
import { change, type LimitContext } from './context';

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
