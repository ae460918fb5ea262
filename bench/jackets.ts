/** The piece of which the benchmarks make a series. */
import { findPair } from '../src/content';
import { newJob } from '../src/core/job';
import { newSeries, seriesNumbers, type SeriesDocument } from '../src/core/series';
import { sheetOn, stocks } from '../src/core/sheet';

export const jacket = newJob({
  message: { kind: 'web', address: 'https://ternquay.example/jacket/00001' },
  pair: findPair('white-vinyl', 'ink-jet-600dpi'),
  codeWidthMm: 22,
  pieceSizeMm: { width: 30, height: 30 },
});

export const onA4 = sheetOn(
  stocks.find(({ id }) => id === 'a4')!,
  { layout: 'grid' },
);

export interface SeriesFigures {
  readonly codes: number;
  readonly version: number;
  readonly seconds: number;
  readonly residentMb: number;
}

/** So many jackets, numbered on. */
export function seriesOf(codes: number): SeriesDocument {
  const wish = {
    kind: 'running' as const,
    first: 1,
    step: 1,
    count: codes,
    digits: 5,
    prefix: '',
    suffix: '',
    check: null,
  };
  const made = seriesNumbers(wish, Math.random);
  if ('problem' in made) throw new Error(made.problem);
  const match = [
    {
      target: { on: 'message' as const, field: 'address' },
      text: 'https://ternquay.example/jacket/{number}',
    },
  ];
  return newSeries({ kind: 'numbers', wish, numbers: [...made.numbers] }, { match, onSheet: true });
}
