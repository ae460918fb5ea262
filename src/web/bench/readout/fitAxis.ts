/** The logarithmic axis of the fit bar, and what lies on it. */
import type { FitRange, MessageRange } from '../../../core/check';
import type { Sentence } from '../../../core/finding';

/** For which values a limit holds: lengths in millimetres, or characters. */
export interface BarRange {
  readonly kind: string;
  readonly label: Sentence;
  readonly from: number | null;
  readonly to: number | null;
  readonly strength: FitRange['strength'];
  readonly step: number | null;
}

export const barOfLengths = ({ kind, label, fromMm, toMm, strength, stepMm }: FitRange): BarRange => ({
  kind,
  label,
  from: fromMm,
  to: toMm,
  strength,
  step: stepMm,
});
export const barOfCharacters = ({ kind, label, toCharacters, strength }: MessageRange): BarRange => ({
  kind,
  label,
  from: null,
  to: toCharacters,
  strength,
  step: null,
});

/** Whether a value keeps a limit; of whole dots, whether it is a whole number of them. */
export const rangeHolds = ({ from, to, step }: BarRange, value: number): boolean =>
  step === null
    ? value >= (from ?? 0) - 1e-6 && value <= (to ?? Infinity) + 1e-6
    : Math.abs(value / step - Math.round(value / step)) < 1e-3;

/** The rule of thumb raises nothing. */
const limitsOf = (ranges: readonly BarRange[]): readonly BarRange[] =>
  ranges.filter(({ strength }) => strength !== 'rule');

/** Where every limit holds; null where none does, or there is none. */
export function whereAllHold(
  ranges: readonly BarRange[],
): { readonly from: number; readonly to: number } | null {
  const limits = limitsOf(ranges);
  const from = Math.max(0, ...limits.map((limit) => limit.from ?? 0));
  const to = Math.min(Infinity, ...limits.map((limit) => limit.to ?? Infinity));
  return limits.length > 0 && from <= to ? { from, to } : null;
}

/** The limit that is broken, the worst of several, or else the one that is met first when the value changes. */
export function decidingRange(
  ranges: readonly BarRange[],
  value: number,
): { readonly range: BarRange; readonly state: 'fine' | 'caution' | 'stop' } | null {
  const limits = limitsOf(ranges);
  const broken = limits.filter((range) => !rangeHolds(range, value));
  const stop = broken.find(({ strength }) => strength === 'stop');
  if (stop !== undefined) return { range: stop, state: 'stop' };
  if (broken[0] !== undefined) return { range: broken[0], state: 'caution' };
  /** How many times the value it is away, on the axis of the bar. */
  const away = ({ from, to }: BarRange): number =>
    Math.min(...[from, to].map((end) => (end ? Math.abs(Math.log(end / value)) : Infinity)));
  const [nearest] = limits.filter(({ step }) => step === null).sort((a, b) => away(a) - away(b));
  return nearest === undefined ? null : { range: nearest, state: 'fine' };
}

export interface FitAxis {
  readonly fromMm: number;
  readonly toMm: number;
  /** Where a width lies, 0 at the left end, 1 at the right. */
  readonly shareOf: (mm: number) => number;
  readonly valueAt: (share: number) => number;
  /** Multiples of a step that lie on the axis, none when they would be too close. */
  readonly multiplesOf: (stepMm: number) => number[];
}

/** Five metres of a piece, or a hundred from which it is read. */
const mostOnAxis = 150_000;

/** From well below the smallest end of a range to well above the largest, with the present width inside. */
export function fitAxis(ranges: readonly Pick<BarRange, 'from' | 'to'>[], widthMm: number): FitAxis {
  const ends = ranges
    .flatMap(({ from, to }) => [from, to])
    .filter((mm): mm is number => mm !== null && mm > 1);
  const fromMm = Math.max(1, Math.min(widthMm / 1.1, Math.min(...ends, widthMm) / 1.6));
  const toMm = Math.min(mostOnAxis, Math.max(widthMm * 1.1, Math.max(...ends, widthMm) * 1.6));
  const span = Math.log(toMm / fromMm);
  return {
    fromMm,
    toMm,
    shareOf: (mm) => Math.log(Math.max(mm, 1e-3) / fromMm) / span,
    valueAt: (share) => fromMm * Math.exp(Math.min(Math.max(share, 0), 1) * span),
    multiplesOf: (stepMm) => {
      const first = Math.ceil(fromMm / stepMm);
      const count = Math.floor(toMm / stepMm) - first + 1;
      return count > 60
        ? []
        : Array.from({ length: Math.max(count, 0) }, (_, index) => (first + index) * stepMm);
    },
  };
}

/** Round values with room for their labels, in millimetres; `unitMm` is the length of the unit shown. */
export function axisTicks(axis: FitAxis, widthPx: number, unitMm: number): number[] {
  const ticks: number[] = [];
  let lastPx = -Infinity;
  for (let decade = -2; decade < 6; decade++)
    for (const digit of [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8]) {
      const mm = digit * 10 ** decade * unitMm;
      const px = axis.shareOf(mm) * widthPx;
      if (mm < axis.fromMm || mm > axis.toMm || px - lastPx < 44) continue;
      ticks.push(mm);
      lastPx = px;
    }
  return ticks;
}
