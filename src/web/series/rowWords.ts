/** Everything that is to be known of a row, in words. */
import { DateTime } from 'luxon';
import { problemText } from '../../core/series';
import type { RowView } from '../../engine';
import type { MadeBefore } from '../../wire';

export function rowTexts(
  { problems, stops, repeats, why }: RowView,
  firstRow: number,
  madeBefore: string | null,
): readonly string[] {
  return [
    ...problems.map(problemText),
    ...stops.map((title) => `Stopped by a limit: ${title}.`),
    ...(repeats === null ? [] : [`It holds the same message as row ${repeats + firstRow}.`]),
    ...(why === 'quantity-zero' ? ['None is made of it: its quantity is 0, or it is left out.'] : []),
    ...(madeBefore === null ? [] : [madeBefore]),
  ];
}

/** Null where it was not. */
export const madeBeforeText = (made: MadeBefore | undefined): string | null =>
  made === undefined
    ? null
    : `It was made before: run ${made.runNumber}, ${DateTime.fromISO(made.at).toFormat('d LLL yyyy')}.`;
