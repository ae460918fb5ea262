/** What has to hold before the server starts; each that does not is told in one line with what to do. */
import Database from 'better-sqlite3';
import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  statfsSync,
  statSync,
} from 'node:fs';
import type { BlockList } from 'node:net';
import { dirname, join } from 'node:path';
import { copyBeforeMigration, copyNames, databaseFile, setAside } from './backups';
import { formatOf, newestFormat, openDatabase, type Db, patiently, pausesMs, storageTroubleOf } from '../db';
import { proxiesOf } from '../links';
import { giveUpReserve } from '../upkeep';

/** Told in one line; the server ends with exit code 2. */
export class StartProblem extends Error {}

/** The port of `BINARUS_PORT`, 5180 without it; any free one for 0. */
export function portOf(given: string | undefined): number {
  const port = Number(given ?? 5180);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new StartProblem(
      `BINARUS_PORT is “${given}”; set it to a whole number from 1 to 65535, or to 0 for any free port.`,
    );
  return port;
}

/** The port of `BINARUS_PHONE_PORT`, for who has to name it to a firewall; any free one without it. */
export const phonePortOf = (given: string | undefined): number => {
  const port = Number(given ?? 0);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new StartProblem(`BINARUS_PHONE_PORT is “${given}”; set it to a whole number from 1 to 65535.`);
  return port;
};

/** The port of `BINARUS_LINKS_PORT`, for the forwarding server; null without it: then there is none. */
export const linksPortOf = (given: string | undefined): number | null => {
  if (given === undefined || given === '') return null;
  const port = Number(given);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new StartProblem(`BINARUS_LINKS_PORT is “${given}”; set it to a whole number from 1 to 65535.`);
  return port;
};

/** Those of `BINARUS_LINKS_PROXIES`. */
export function trustedProxies(given: string | undefined): BlockList {
  try {
    return proxiesOf(given);
  } catch (error) {
    throw new StartProblem((error as Error).message);
  }
}

/** Folders that lie in the data folder. */
const innerFolders = ['runs', 'copies'];

/** Makes the folder where it is missing. */
export function prepareFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch (error) {
    throw new StartProblem(
      `The data folder ${folder} cannot be written (${(error as NodeJS.ErrnoException).code}). Set BINARUS_DATA to another.`,
    );
  }
  for (const name of innerFolders) {
    const inner = join(folder, name);
    if (existsSync(inner) && !statSync(inner).isDirectory())
      throw new StartProblem(
        `${inner} is a file, but Binarus keeps files below it. Move it away, and start again.`,
      );
  }
}

/** Holds the folder for as long as the process lives, however it ends; a second server on it is refused. */
export function holdFolder(folder: string): () => void {
  try {
    return lockOf(folder);
  } catch (error) {
    if (error instanceof StartProblem) throw error;
    // On a full disk there is room again once the reserve is given up.
    if (giveUpReserve(folder)) return holdFolder(folder);
    throw new StartProblem(
      storageTroubleOf(error) === 'full'
        ? `The disk is full: ${lockFile(folder)} cannot be written. Free some space, and start again.`
        : `${lockFile(folder)} cannot be opened (${(error as Error).message}). It only shows that Binarus is running: delete it, and start again.`,
    );
  }
}

const lockFile = (folder: string): string => join(folder, 'binarus.lock');

function lockOf(folder: string): () => void {
  const file = lockFile(folder);
  let lock: Db | null = null;
  try {
    lock = new Database(file, { timeout: 0 });
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
    const held = lock;
    return () => held.close();
  } catch (error) {
    lock?.close();
    if (storageTroubleOf(error) === 'busy')
      throw new StartProblem(
        `Another Binarus is running on ${folder}. Use it, or set BINARUS_DATA to another folder.`,
      );
    throw error;
  }
}

/**
 * A database that is missing or empty beside copies of it was lost, not begun: whoever starts decides. With `isNew` what is left is set
 * aside, and a new one begun.
 */
export function refuseLostDatabase(folder: string, isNew: boolean): void {
  const copies = copyNames(folder);
  if (isNew) {
    const keptAs = setAside(folder);
    if (keptAs !== null) process.stdout.write(`Begun anew. What was there before is kept as ${keptAs}.\n`);
    return;
  }
  if (copies.length === 0 || !isLost(databaseFile(folder))) return;
  throw new StartProblem(
    `${databaseFile(folder)} is ${existsSync(databaseFile(folder)) ? 'empty' : 'missing'}, but there are copies of it: ${copies.join(', ')}. Go back to one with npm start -- --restore ${copies[0]!}, or begin anew with npm start -- --new.`,
  );
}

function isLost(file: string): boolean {
  if (!existsSync(file)) return true;
  if (!statSync(file).isFile()) return false;
  if (statSync(file).size === 0) return true;
  let db: Db | null = null;
  try {
    db = new Database(file, { readonly: true, timeout: 0 });
    return (
      formatOf(db) === 0 && db.prepare<[], number>('SELECT count(*) FROM sqlite_schema').pluck().get() === 0
    );
  } catch {
    // Opening it says what is wrong.
    return false;
  } finally {
    db?.close();
  }
}

/** Opens the database of a folder. A locked one is waited for; on a full disk the reserve is given up, to read at least. */
export async function openDatabaseIn(folder: string, pauses = pausesMs): Promise<Db> {
  const file = databaseFile(folder);
  const open = (): Promise<Db> =>
    patiently(() => openDatabase(file, { beforeMigration: (db) => copyBeforeMigration(db, folder) }), pauses);
  try {
    return await open();
  } catch (error) {
    const trouble = storageTroubleOf(error);
    if ((trouble === 'full' || trouble === 'failing') && giveUpReserve(folder))
      try {
        return await open();
      } catch (again) {
        throw startProblemOf(again, file);
      }
    throw startProblemOf(error, file);
  }
}

function startProblemOf(error: unknown, file: string): StartProblem {
  const words: Partial<Record<NonNullable<ReturnType<typeof storageTroubleOf>>, string>> = {
    damaged: `${file} is damaged. Look what is sound with “binarus check-data”, and go back to a daily copy with npm start -- --restore YEAR-MONTH-DAY.`,
    busy: `${file} is locked by another program. Close that program, and start again.`,
    full: isOlder(file)
      ? `The disk is full: ${file} has to be brought up to date for this version, which needs free space. Free some, and start again.`
      : `The disk is full: ${file} cannot be opened. Free some space, and start again.`,
  };
  const told = storageTroubleOf(error);
  const trouble = told === 'failing' && hasNoRoom(file) ? 'full' : told;
  return new StartProblem(
    (trouble === null ? undefined : words[trouble]) ??
      `${file} cannot be opened: ${(error as Error).message}. Check the disk and its permissions, and start again.`,
  );
}

/** Where the format stands in the file (sqlite.org, Database File Format, 1.3: the user version), which no full disk hides. */
const [headerBytes, formatAt] = [100, 60];

/** Whether a newer program has to change it first. */
function isOlder(file: string): boolean {
  try {
    const header = beginningOf(file, headerBytes);
    const format = header.length < headerBytes ? 0 : header.readUInt32BE(formatAt);
    return format > 0 && format < newestFormat;
  } catch {
    return false;
  }
}

function beginningOf(file: string, bytes: number): Buffer {
  const opened = openSync(file, 'r');
  try {
    const beginning = Buffer.alloc(bytes);
    return beginning.subarray(0, readSync(opened, beginning, 0, bytes, 0));
  } finally {
    closeSync(opened);
  }
}

/** SQLite calls a file that it cannot make an error of the disk, whether or not there is room. */
const leastRoomBytes = 256 * 1024;
function hasNoRoom(file: string): boolean {
  const { bavail, bsize } = statfsSync(dirname(file));
  return bavail * bsize < leastRoomBytes;
}
