/** What an import brings is copied in slices that nobody sees; all of it is shown by one small write. */
import { randomUUID } from 'node:crypto';
import { writing, type Db } from './open';

/** Tables whose lines an import brings in unseen. What hangs on them goes with them. */
const bringing = ['jobs', 'series_runs'] as const;

/** Whether a line of a table belongs to no import that is under way; for conditions. */
export const isSeen = (table: string): string =>
  `(${table}.arrival IS NULL OR ${table}.arrival NOT IN (SELECT id FROM arrivals))`;

export interface Arrivals {
  readonly begin: () => string;
  /** Shows what it brought; for use within a transaction. */
  readonly show: (id: string) => void;
  /** Takes a part of what it brought back; false once nothing is left of it. */
  readonly takeBack: (id: string) => boolean;
  /** Those of which nothing is known but that they were begun. */
  readonly left: () => string[];
}

/** So many lines are taken back at once. */
const sliceLines = 100;

export function arrivalsOf(db: Db): Arrivals {
  const insert = db.prepare('INSERT INTO arrivals (id) VALUES (?)');
  const remove = db.prepare('DELETE FROM arrivals WHERE id = ?');
  const deletes = bringing.map((table) =>
    db.prepare(
      `DELETE FROM ${table} WHERE rowid IN (SELECT rowid FROM ${table} WHERE arrival = ? LIMIT ${sliceLines})`,
    ),
  );
  const selectAll = db.prepare<[], string>('SELECT id FROM arrivals').pluck();
  return {
    begin: () => {
      const id = randomUUID();
      insert.run(id);
      return id;
    },
    show: (id) => void remove.run(id),
    takeBack: writing(db, (id: string) => {
      const isLeft = deletes.map((statement) => statement.run(id).changes > 0).includes(true);
      if (!isLeft) remove.run(id);
      return isLeft;
    }),
    left: () => selectAll.all(),
  };
}
