/** Rows of the fit bar for tests. */
import fc from 'fast-check';
import type { FitRange } from '../core/check';

export const fitRange = (
  kind: string,
  fromMm: number | null,
  toMm: number | null,
  change: Partial<FitRange> = {},
): FitRange => ({ kind, label: [kind], strength: 'stop', stepMm: null, fromMm, toMm, ...change });

export const widths = fc.double({ min: 2, max: 3000, noNaN: true });
export const someRanges = fc
  .array(fc.tuple(widths, widths), { maxLength: 6 })
  .map((pairs) => pairs.map(([a, b], index) => fitRange(`limit-${index}`, Math.min(a, b), Math.max(a, b))));
