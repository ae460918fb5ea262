/** What has to hold before the server starts; each that does not is told in one line with what to do. */
import Database from 'better-sqlite3';
import { accessSync, constants, mkdirSync } from 'node:fs';
import type { BlockList } from 'node:net';
import { join } from 'node:path';
import { databaseFile } from './backups';
import { openDatabase, type Db } from './db/open';
import { proxiesOf } from './links';

/** Told in one line; the server ends with exit code 2. */
export class StartProblem extends Error {}

/** The port of `BINARUS_PORT`, 5180 without it. */
export function portOf(given: string | undefined): number {
  const port = Number(given ?? 5180);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new StartProblem(`BINARUS_PORT is “${given}”; set it to a whole number from 1 to 65535.`);
  return port;
}

/** The port of `BINARUS_PHONE_PORT`, for who has to name it to a firewall; any free one without it. */
export const phonePortOf = (given: string | undefined): number => {
  const port = Number(given ?? 0);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new StartProblem(`BINARUS_PHONE_PORT is “${given}”; set it to a whole number from 1 to 65535.`);
  return port;
};

/** The port of `BINARUS_LINKS_PORT`, for the public door; null without it: then there is none. */
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
}

/** Holds the folder for as long as the process lives, however it ends; a second server on it is refused. */
export function holdFolder(folder: string): () => void {
  const lock = new Database(join(folder, 'binarus.lock'), { timeout: 0 });
  try {
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch {
    lock.close();
    throw new StartProblem(
      `Another Binarus is running on ${folder}. Use it, or set BINARUS_DATA to another folder.`,
    );
  }
  return () => lock.close();
}

export function openDatabaseIn(folder: string): Db {
  const file = databaseFile(folder);
  try {
    return openDatabase(file);
  } catch (error) {
    const { code, message } = error as { code?: string; message: string };
    throw new StartProblem(
      code === 'SQLITE_NOTADB' || code === 'SQLITE_CORRUPT'
        ? `${file} is damaged. Go back to a daily copy with npm start -- --restore YEAR-MONTH-DAY.`
        : `${file} cannot be opened: ${message}`,
    );
  }
}
