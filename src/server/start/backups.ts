/** Copies of the database beside it, each day and before it is changed by a newer program, and the way back to one of them. */
import Database from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { formatOf, newestFormat, type Db } from '../db';

/** Copies that are kept of each kind, the newest of them. */
const keptCopies = 7;
const daily = /^binarus-(\d{4}-\d{2}-\d{2})\.sqlite$/;
const beforeFormat = /^binarus-(before-format-\d{1,4})\.sqlite$/;

export const copiesFolder = (dataFolder: string): string => join(dataFolder, 'copies');
/** `name` is a day, or `before-format-16`. */
export const copyFile = (dataFolder: string, name: string): string =>
  join(copiesFolder(dataFolder), `binarus-${name}.sqlite`);

export const databaseFile = (dataFolder: string): string => join(dataFolder, 'binarus.sqlite');

/** Days of which there is a copy, the newest first. */
export const copiedDays = (dataFolder: string): string[] => copiesLike(dataFolder, daily).sort().reverse();

/** Names of all copies: days, the newest first, then those from before a change of format. */
export const copyNames = (dataFolder: string): string[] => [
  ...copiedDays(dataFolder),
  ...copiesLike(dataFolder, beforeFormat).sort().reverse(),
];

function copiesLike(dataFolder: string, pattern: RegExp): string[] {
  if (!existsSync(copiesFolder(dataFolder))) return [];
  return readdirSync(copiesFolder(dataFolder)).flatMap((name) => pattern.exec(name)?.[1] ?? []);
}

/**
 * Makes today's copy when there is none, and lets the oldest go. A copy is complete or not there. Nothing is copied of a database with
 * nothing in it, so that it never pushes out a copy with something.
 */
export async function copyDaily(db: Db, dataFolder: string, now = new Date()): Promise<void> {
  const file = copyFile(dataFolder, now.toISOString().slice(0, 10));
  if (existsSync(file) || !holdsAnything(db)) return;
  mkdirSync(copiesFolder(dataFolder), { recursive: true });
  try {
    await db.backup(`${file}.part`);
    renameSync(`${file}.part`, file);
  } finally {
    rmSync(`${file}.part`, { force: true });
  }
  // What was just made stays, whatever day the clock says it is.
  for (const old of copiedDays(dataFolder).slice(keptCopies))
    if (copyFile(dataFolder, old) !== file) rmSync(copyFile(dataFolder, old));
}

/** Tables of which one row is work that somebody would miss. */
const tablesOfWork = ['jobs', 'links', 'house_styles', 'templates', 'profiles', 'coupons', 'series_runs'];
const holdsAnything = (db: Db): boolean =>
  tablesOfWork.some((table) => db.prepare(`SELECT 1 FROM ${table} LIMIT 1`).get() !== undefined);

/** A copy as it is before a newer program changes the tables. Throws what the disk says. */
export function copyBeforeMigration(db: Db, dataFolder: string): void {
  const name = `before-format-${newestFormat}`;
  const file = copyFile(dataFolder, name);
  if (existsSync(file)) return;
  mkdirSync(copiesFolder(dataFolder), { recursive: true });
  rmSync(`${file}.part`, { force: true });
  try {
    db.prepare('VACUUM INTO ?').run(`${file}.part`);
    renameSync(`${file}.part`, file);
  } finally {
    rmSync(`${file}.part`, { force: true });
  }
}

/** How a copy looks that is to be put in place, or what is wrong with it. */
export interface CopyState {
  readonly name: string;
  readonly bytes: number;
  /** Jobs in it; null where it cannot be read. */
  readonly jobs: number | null;
  /** One sentence; null for one that is sound. */
  readonly problem: string | null;
}

export function lookAtCopy(dataFolder: string, name: string): CopyState {
  const file = copyFile(dataFolder, name);
  const bytes = statSync(file).size;
  let db: Db | null = null;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
    const format = formatOf(db);
    const problem =
      format === 0
        ? 'It holds no data of Binarus.'
        : format > newestFormat
          ? `It was written by a newer Binarus (format ${format}; this one knows ${newestFormat}).`
          : damageOf(db);
    const jobs = db.prepare<[], number>('SELECT count(*) FROM jobs').pluck().get() ?? 0;
    return { name, bytes, jobs, problem };
  } catch (error) {
    return { name, bytes, jobs: null, problem: `It cannot be read: ${(error as Error).message}.` };
  } finally {
    db?.close();
    // What SQLite opens beside a database that is only read stays there; a copy has nothing beside it.
    for (const end of ['-shm', '-wal']) rmSync(file + end, { force: true });
  }
}

/** What SQLite finds when it looks through all of a database; null when that is nothing. */
export function damageOf(db: Db): string | null {
  const found = db.pragma('integrity_check(3)') as readonly { readonly integrity_check: string }[];
  const problems = found.map((row) => row.integrity_check).filter((text) => text !== 'ok');
  return problems.length === 0 ? null : `It is damaged: ${problems.join('; ')}.`;
}

/** Puts a copy in place of the database, which is kept beside it; says where, or what is wrong. */
export function restoreCopy(
  dataFolder: string,
  name: string,
  now = new Date(),
): { readonly keptAs: string | null } | { readonly problem: string } {
  const names = copyNames(dataFolder);
  if (!names.includes(name))
    return {
      problem: `There is no copy of ${name === '' ? 'no day' : name}. ${names.length === 0 ? 'There is none at all.' : `There is ${names.join(', ')}.`}`,
    };
  const { problem } = lookAtCopy(dataFolder, name);
  if (problem !== null)
    return { problem: `The copy of ${name} was not put in place. ${problem} There is ${names.join(', ')}.` };
  const file = databaseFile(dataFolder);
  rmSync(`${file}.part`, { force: true });
  copyFileSync(copyFile(dataFolder, name), `${file}.part`);
  const keptAs = setAside(dataFolder, now);
  renameSync(`${file}.part`, file);
  return { keptAs };
}

/** Keeps what lies where the database is, with what belongs to it, under another name; null where there is nothing. */
export function setAside(dataFolder: string, now = new Date()): string | null {
  const file = databaseFile(dataFolder);
  const keptAs = `${file}.before-${now.toISOString().replace(/[:.]/g, '-')}`;
  const ends = ['', '-wal', '-shm'].filter((end) => existsSync(file + end));
  for (const end of ends) renameSync(file + end, keptAs + end);
  return ends.length === 0 ? null : keptAs;
}
