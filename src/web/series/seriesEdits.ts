/** What a person changes of a series, as new documents. */
import type { Change } from '../../core/finding';
import type { Job } from '../../core/job';
import {
  matchByName,
  newSeries,
  pictureKey,
  pictureLimit,
  rowsOf,
  type Match,
  type SeriesDocument,
  type SeriesSource,
} from '../../core/series';

type Picture = SeriesDocument['pictures'][number];

/**
 * A series of another table or other numbers. What was matched stays where its columns are there, the rest follows from names; what was
 * changed for all rows stays, what was said of one row belongs to the table before.
 */
export function withSource(
  before: SeriesDocument | null,
  source: SeriesSource,
  job: Job,
  hasSheet: boolean,
): SeriesDocument {
  const { columns } = rowsOf({ source });
  const isThere = ({ text }: Match[number]): boolean =>
    [...text.matchAll(/\{([^{}]+)\}/g)].every(([, column]) => columns.includes(column!));
  const matched = before?.match.filter(isThere) ?? [];
  return newSeries(source, {
    match: matched.length > 0 ? matched : matchByName(job, columns),
    fixes: before?.fixes.filter((fix) => fix.row === null) ?? [],
    pictures: before?.pictures ?? [],
    oneLook: before?.oneLook ?? true,
    onSheet: before?.onSheet ?? hasSheet,
  });
}

/** A cell of the table; numbers stay as they are. */
export function withCell(series: SeriesDocument, row: number, column: number, text: string): SeriesDocument {
  const { source } = series;
  if (source.kind !== 'table') return series;
  const rows = source.rows.map((cells, index) => (index === row ? cells.with(column, text) : cells));
  return { ...series, source: { ...source, rows } };
}

export function withRowLeftOut(series: SeriesDocument, row: number, isOut: boolean): SeriesDocument {
  const others = series.leftOut.filter((other) => other !== row);
  return { ...series, leftOut: isOut ? [...others, row] : others };
}

/** For one row, or for all of them where `row` is null. */
export const withFix = (
  series: SeriesDocument,
  row: number | null,
  changes: readonly Change[],
): SeriesDocument => ({
  ...series,
  fixes: [...series.fixes, { row, changes: changes as SeriesDocument['fixes'][number]['changes'] }],
});

/** One of the same name gives way. Throws where there are as many as there can be. */
export function withPicture(series: SeriesDocument, picture: Picture): SeriesDocument {
  const key = pictureKey(picture.name);
  const others = series.pictures.filter(({ name }) => pictureKey(name) !== key);
  if (others.length >= pictureLimit)
    throw new Error(`${pictureLimit} pictures are kept, the most that there can be.`);
  return { ...series, pictures: [...others, picture] };
}

export const withoutPictures = (series: SeriesDocument, names: readonly string[]): SeriesDocument => ({
  ...series,
  pictures: series.pictures.filter(({ name }) => !names.includes(name)),
});
