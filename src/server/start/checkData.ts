/** Looks through everything that is kept, without changing any of it, and says what is sound and what is not. */
import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { z } from '../../core/schema';
import { copyNames, damageOf, databaseFile, lookAtCopy, type CopyState } from './backups';
import { formatOf, newestFormat, type Db } from '../db';
import { lookThrough } from '../documents';

/** A document that this program cannot read; its text is left as it is. */
interface UnreadableDocument {
  readonly what: string;
  readonly id: string;
  readonly problem: string;
}

export interface DataReport {
  readonly folder: string;
  readonly isSound: boolean;
  readonly database: {
    readonly file: string;
    /** Null where there is none, or it cannot be opened. */
    readonly format: number | null;
    /** One sentence each; empty for a sound one. */
    readonly problems: readonly string[];
    readonly documents: { readonly sound: number; readonly unreadable: readonly UnreadableDocument[] };
    readonly files: {
      readonly sound: number;
      /** Files whose bytes are not what their names say (SHA-256). */
      readonly damaged: readonly string[];
      /** Files that something refers to and that are not there. */
      readonly missing: readonly { readonly hash: string; readonly neededBy: string }[];
    };
  };
  readonly copies: readonly CopyState[];
}

export function checkData(folder: string): DataReport {
  const file = databaseFile(folder);
  const copies = copyNames(folder).map((name) => lookAtCopy(folder, name));
  const database = lookAtDatabase(file);
  const isSound =
    database.problems.length === 0 &&
    database.documents.unreadable.length === 0 &&
    database.files.damaged.length === 0 &&
    database.files.missing.length === 0 &&
    copies.every(({ problem }) => problem === null);
  return { folder, isSound, database: { file, ...database }, copies };
}

type DatabaseReport = Omit<DataReport['database'], 'file'>;

const nothing = {
  format: null,
  documents: { sound: 0, unreadable: [] },
  files: { sound: 0, damaged: [], missing: [] },
} as const;

function lookAtDatabase(file: string): DatabaseReport {
  if (!existsSync(file)) return { ...nothing, problems: ['There is no database.'] };
  let db: Db | null = null;
  try {
    db = new Database(file, { readonly: true, timeout: 2000 });
    const format = formatOf(db);
    const damage = damageOf(db);
    if (format === 0)
      return { ...nothing, problems: [damage ?? 'It is empty: it holds no data of Binarus.'] };
    if (format > newestFormat)
      return {
        ...nothing,
        format,
        problems: [`It was written by a newer Binarus (format ${format}; this one knows ${newestFormat}).`],
      };
    const lost = db.pragma('foreign_key_check') as readonly { readonly table: string }[];
    const problems = [
      ...(damage === null ? [] : [damage]),
      ...(lost.length === 0 ? [] : [`${lost.length} rows belong to something that is not there.`]),
    ];
    return { format, problems, documents: lookAtDocuments(db), files: lookAtFiles(db) };
  } catch (error) {
    return { ...nothing, problems: [`It cannot be read: ${(error as Error).message}.`] };
  } finally {
    db?.close();
  }
}

function lookAtDocuments(db: Db): DatabaseReport['documents'] {
  const { sound, unreadable } = lookThrough(db);
  return { sound, unreadable: unreadable.map(({ kind, id, problem }) => ({ what: kind, id, problem })) };
}

const neededSchema = z.object({ hash: z.string(), neededBy: z.string() });

function lookAtFiles(db: Db): DatabaseReport['files'] {
  let sound = 0;
  const damaged: string[] = [];
  const files = db.prepare<[], { hash: string; bytes: Buffer }>('SELECT hash, bytes FROM files');
  for (const { hash, bytes } of files.iterate())
    if (createHash('sha256').update(bytes).digest('hex') === hash) sound++;
    else damaged.push(hash);
  const missing = db
    .prepare(
      `SELECT hash, owner || ' ' || owner_id AS neededBy FROM file_references
       WHERE NOT EXISTS (SELECT 1 FROM files WHERE files.hash = file_references.hash)`,
    )
    .all()
    .map((row) => neededSchema.parse(row));
  return { sound, damaged, missing };
}
