/** What a run is made from. */
import { filesOfJob } from '../../core/job';
import { rowsOf } from '../../core/series';
import type { SeriesLook } from '../../core/production';
import type { RunWish } from '../../wire';

/** Hashes of the files that it needs. */
export const filesOfWish = ({ job, series }: Pick<RunWish, 'job' | 'series'>): readonly string[] => [
  ...new Set([...filesOfJob(job), ...series.pictures.map(({ hash }) => hash)]),
];

/** One row of an earlier run once more, in the look that its pieces have. */
export const wishAgain = (
  wish: RunWish,
  row: number,
  look: SeriesLook | null,
  form: RunWish['form'],
): RunWish => ({
  ...wish,
  form,
  sheet: null,
  again: true,
  contacts: false,
  look,
  series: {
    ...wish.series,
    // One piece, whatever its row said of how many.
    match: wish.series.match.filter(({ target }) => target.on !== 'quantity'),
    leftOut: [...rowsOf(wish.series).rows.keys()].filter((other) => other !== row),
  },
});
