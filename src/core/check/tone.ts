/** Limits on tones: polarity and mirroring. */
import { isSeenThrough, markedModules } from '../plan';
import { say } from '../finding';
import { changeMaking, fix } from './changes';
import type { CodeContext } from './context';
import type { Measured } from './measured';

export function measurePolarity({ plan, pair }: CodeContext): Measured {
  const lighter = pair.markTone === 'lighter';
  return {
    kind: 'polarity',
    station: 'piece',
    severity: plan.reversed ? 'stop' : 'fine',
    title: 'Polarity',
    text: plan.reversed
      ? [
          'Light modules on a dark background. Readers that do not look for reversed codes never read it, and most do not.',
        ]
      : say`Dark on light: marks come out ${pair.markTone}, so the ${markedModules[plan.marks]} are marked.`,
    measured: { words: plan.reversed ? 'reversed' : 'dark on light' },
    required: { words: 'dark on light' },
    source: { tag: 'sim', text: 'simulated shots: one reader of five reads reversed codes' },
    fixes: () =>
      plan.reversed
        ? [
            fix(
              [lighter ? 'Mark the light modules' : 'Mark the dark modules'],
              changeMaking({ reversed: false }),
            ),
          ]
        : [],
  };
}

/** A mirrored file is for pieces that are seen from behind; on an opaque one the code itself is mirrored. */
export function measureMirroring({ plan, pair }: CodeContext): Measured | null {
  if (!plan.comesOutMirrored) return null;
  const { name } = pair.material;
  const transparent = isSeenThrough(pair);
  return {
    kind: 'mirrored',
    station: 'piece',
    severity: transparent ? 'fine' : 'caution',
    title: 'Mirrored',
    text: transparent
      ? ['Drawn left for right, to be seen through the material.']
      : say`${name} is not transparent, so the code is seen left for right. Most readers take that, not all.`,
    measured: { words: 'mirrored' },
    required: { words: transparent ? 'mirrored' : 'not mirrored' },
    source: { tag: 'sim', text: 'simulated shots' },
    fixes: () => (transparent ? [] : [fix(['Do not mirror'], changeMaking({ mirrored: false }))]),
  };
}
