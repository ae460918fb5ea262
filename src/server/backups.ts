/** Daily copies of the database beside it, and the way back to one of them. */
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from './db/open';

/** Copies that are kept, the newest of them. */
const keptCopies = 7;
const copyName = /^binarus-(\d{4}-\d{2}-\d{2})\.sqlite$/;

const folderOf = (dataFolder: string): string => join(dataFolder, 'copies');
const fileOf = (dataFolder: string, day: string): string =>
  join(folderOf(dataFolder), `binarus-${day}.sqlite`);

export const databaseFile = (dataFolder: string): string => join(dataFolder, 'binarus.sqlite');

/** Days of which there is a copy, the newest first. */
export function copiedDays(dataFolder: string): string[] {
  if (!existsSync(folderOf(dataFolder))) return [];
  return readdirSync(folderOf(dataFolder))
    .flatMap((name) => copyName.exec(name)?.[1] ?? [])
    .sort()
    .reverse();
}

/** Makes today's copy when there is none, and lets the oldest go. A copy is complete or not there. */
export async function copyDaily(db: Db, dataFolder: string, now = new Date()): Promise<void> {
  const day = now.toISOString().slice(0, 10);
  const file = fileOf(dataFolder, day);
  if (existsSync(file)) return;
  mkdirSync(folderOf(dataFolder), { recursive: true });
  await db.backup(`${file}.part`);
  renameSync(`${file}.part`, file);
  for (const old of copiedDays(dataFolder).slice(keptCopies)) rmSync(fileOf(dataFolder, old));
}

/** Puts the copy of a day in place of the database, which is kept beside it; says where, or what is wrong. */
export function restoreCopy(
  dataFolder: string,
  day: string,
  now = new Date(),
): { readonly keptAs: string } | { readonly problem: string } {
  const days = copiedDays(dataFolder);
  if (!days.includes(day))
    return {
      problem: `There is no copy of ${day}. ${days.length === 0 ? 'There is none at all.' : `There is ${days.join(', ')}.`}`,
    };
  const file = databaseFile(dataFolder);
  const keptAs = `${file}.before-${now.toISOString().replace(/[:.]/g, '-')}`;
  copyFileSync(fileOf(dataFolder, day), `${file}.part`);
  for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) renameSync(file + end, keptAs + end);
  renameSync(`${file}.part`, file);
  return { keptAs };
}
