/** The piece of which the benchmarks make a series. */
import { findPair } from '../src/content';
import { newJob } from '../src/core/job';
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
