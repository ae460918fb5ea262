/** Opens the database and brings it up to date. */
import Database from 'better-sqlite3';
import jobs from './migrations/0001_jobs.sql?raw';
import shelf from './migrations/0002_shelf.sql?raw';
import notes from './migrations/0003_notes.sql?raw';
import filesAndStyles from './migrations/0004_files_and_styles.sql?raw';
import templatesAndStock from './migrations/0005_templates_and_stock.sql?raw';
import namedRevisions from './migrations/0007_named_revisions.sql?raw';
import profiles from './migrations/0008_profiles.sql?raw';
import checks from './migrations/0010_checks.sql?raw';
import coupons from './migrations/0011_coupons.sql?raw';
import sheets from './migrations/0012_sheets_and_series.sql?raw';
import runs from './migrations/0013_runs_and_register.sql?raw';
import links from './migrations/0014_links.sql?raw';
import narrowSums from './migrations/0015_narrow_sums.sql?raw';
import namePatterns from './migrations/0009_name_patterns.sql?raw';
import soundHouse from './migrations/0006_sound_house.sql?raw';
import measuredAgain from './migrations/0016_measured_again.sql?raw';
import saves from './migrations/0018_saves.sql?raw';
import linkUses from './migrations/0019_link_uses.sql?raw';
import savesOfLinks from './migrations/0020_saves_of_links.sql?raw';
import idsForWords from './migrations/0021_ids_for_words.sql?raw';
import unreadEntries from './migrations/0022_unread_entries.sql?raw';
import statesOfJobs from './migrations/0023_states_of_jobs.sql?raw';
import shelfInPages from './migrations/0017_shelf_in_pages.sql?raw';

export type Db = Database.Database;

/** Work that writes, as a whole or not at all; it takes the right to write at its start, so that none fails half way. */
export const writing = <Args extends unknown[], Result>(
  db: Db,
  work: (...args: Args) => Result,
): ((...args: Args) => Result) => db.transaction(work).immediate;

/** A transaction that is taken back when its work says null. */
export function allOrNone<Args extends unknown[], Result>(
  db: Db,
  work: (...args: Args) => Result | null,
): (...args: Args) => Result | null {
  class Refused extends Error {}
  const transaction = writing(db, (...args: Args) => {
    const result = work(...args);
    if (result === null) throw new Refused();
    return result;
  });
  return (...args) => {
    try {
      return transaction(...args);
    } catch (error) {
      if (error instanceof Refused) return null;
      throw error;
    }
  };
}

/** Forward only, in this order; a number once released is never changed. */
const migrations: readonly { readonly number: number; readonly sql: string }[] = [
  { number: 1, sql: jobs },
  { number: 2, sql: shelf },
  { number: 3, sql: notes },
  { number: 4, sql: filesAndStyles },
  { number: 5, sql: templatesAndStock },
  { number: 6, sql: soundHouse },
  { number: 7, sql: namedRevisions },
  { number: 8, sql: profiles },
  { number: 9, sql: namePatterns },
  { number: 10, sql: checks },
  { number: 11, sql: coupons },
  { number: 12, sql: sheets },
  { number: 13, sql: runs },
  { number: 14, sql: links },
  { number: 15, sql: narrowSums },
  { number: 16, sql: measuredAgain },
  { number: 17, sql: shelfInPages },
  { number: 18, sql: saves },
  { number: 19, sql: linkUses },
  { number: 20, sql: savesOfLinks },
  { number: 21, sql: idsForWords },
  { number: 22, sql: unreadEntries },
  { number: 23, sql: statesOfJobs },
];

/** The number of the newest migration that this program knows. */
export const newestFormat = migrations.at(-1)!.number;

export interface OpenOptions {
  /** Called before a database that holds something is changed, for a copy of it; `from` is the format that it has. */
  readonly beforeMigration?: (db: Db, from: number) => void;
}

/**
 * Opens or makes the database file (`:memory:` for none). Refuses one that a newer program has written. Throws `SQLITE_BUSY` at once
 * where another program has locked it: whoever opens waits, never this thread.
 */
export function openDatabase(path: string, { beforeMigration }: OpenOptions = {}): Db {
  const db = new Database(path, { timeout: 0 });
  try {
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    migrate(db, beforeMigration);
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

/** The format of a database; 0 for one that is new. */
export const formatOf = (db: Db): number => db.pragma('user_version', { simple: true }) as number;

function migrate(db: Db, beforeMigration: OpenOptions['beforeMigration']): void {
  const from = formatOf(db);
  if (from > newestFormat)
    throw new Error(
      `This data was written by a newer Binarus (format ${from}; this one knows ${newestFormat}).`,
    );
  if (from > 0 && from < newestFormat) beforeMigration?.(db, from);
  for (const { number, sql } of migrations)
    if (number > from)
      db.transaction(() => {
        db.exec(sql);
        db.pragma(`user_version = ${number}`);
      }).immediate();
}
