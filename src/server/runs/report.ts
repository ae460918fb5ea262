/** What became of a run: in rows, in words, and piece by piece. */
import { codeNamer, metricAmount, wordsOf } from '../../core/finding';
import type { ProducedSeries, ReadCode } from '../../core/production';
import { problemText } from '../../core/series';
import type { RunReport, RunWish } from '../../wire';
import type { NewPiece } from './store';

export const emptyReport: RunReport = {
  made: 0,
  heldBack: 0,
  held: [],
  leftOut: 0,
  madeBefore: 0,
  look: null,
  pages: null,
  codes: 0,
  files: [],
  problem: '',
  problemRow: null,
  wrong: [],
};
/** Told one by one, at most. */
const mostTold = 100;

export function reportOf(produced: ProducedSeries<string>, { job }: RunWish): RunReport {
  const { rows, look } = produced.series;
  const count = (test: (row: (typeof rows)[number]) => boolean): number => rows.filter(test).length;
  const held = rows.filter(({ state }) => state === 'held-back');
  const rowsOnly: RunReport = {
    ...emptyReport,
    heldBack: held.length,
    held: held.slice(0, mostTold).map(({ row, problems, stops }) => ({
      row,
      why: [...problems.map(problemText), ...stops.map(({ title }) => title)].join(' '),
    })),
    leftOut: count(({ why }) => why === 'quantity-zero'),
    madeBefore: count(({ why }) => why === 'made-before'),
    look,
  };
  switch (produced.state) {
    case 'refused':
      return { ...rowsOnly, problem: produced.problem };
    case 'unproved': {
      const words = { amount: metricAmount, code: codeNamer(job.codes) };
      return { ...rowsOnly, problem: wordsOf(produced.finding.text, words), problemRow: produced.row };
    }
    case 'mixed-up':
      return {
        ...rowsOnly,
        codes: produced.codes,
        problem: `${produced.wrong.length} of ${produced.codes} codes do not say what their rows say.`,
        wrong: produced.wrong.slice(0, mostTold).map(({ row, text }) => ({ row, text })),
      };
    case 'made':
      return {
        ...rowsOnly,
        made: count(({ state }) => state === 'made'),
        pages: produced.pages,
        codes: produced.codes.length,
        files: produced.files.map(({ name }) => name),
      };
  }
}

/** A line for each piece: of several codes on one, the first tells what it says. */
export function piecesOf({
  series,
  codes,
}: ProducedSeries<string> & { readonly codes: readonly ReadCode[] }): NewPiece[] {
  const names = new Map(series.rows.map(({ row, name }) => [row, name]));
  const pieces = new Map<string, NewPiece>();
  for (const { row, copy, payload, file, page, place } of codes) {
    const key = `${row} ${copy}`;
    if (!pieces.has(key))
      pieces.set(key, { row, copy, name: names.get(row)!, payload, file, page, place, note: '' });
  }
  return [...pieces.values()];
}
