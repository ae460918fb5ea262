/**
 * An archive is read into a database of its own, in a worker thread: there it is unpacked, checked and compared with what is
 * here. What comes in then only has to be copied over.
 */
import Database from 'better-sqlite3';
import { randomUUID } from 'node:crypto';
import { shownTitle } from '../../core/job';
import { textOfToday } from '../documents';
import { summaryOf } from '../jobs';
import type { Db } from '../db';
import type { LongWork, Tell } from '../limited';
import type { ArchivedRun } from '../../wire';
import type { ReadJob, ReadRest } from './format';
import { readArchive } from './read';

/** Where an archive, the data that is here and the database for what is to come in lie. */
export interface StagePaths {
  readonly archive: string;
  readonly here: string;
  readonly stage: string;
}

/** How many entries of how many have been read. */
export interface ArchiveNote {
  readonly done: number;
  readonly of: number;
}

/** What was read, without what stands in the database. */
export interface Staged extends ReadRest {
  /** Names of the jobs that are here already, revision for revision. */
  readonly same: readonly string[];
}

/** Done elsewhere: `stageArchive` in a process of its own. */
export type StageWork = (
  paths: StagePaths,
  long: LongWork<ArchiveNote>,
) => Promise<Staged | { readonly problem: string }>;

/** `spare_id` is for a job whose id has been taken meanwhile; `given_id` is its id in the archive. */
const tables = `
  CREATE TABLE files (hash TEXT PRIMARY KEY, media_type TEXT NOT NULL, bytes BLOB NOT NULL);
  CREATE TABLE jobs (
    job INTEGER PRIMARY KEY, id TEXT NOT NULL, spare_id TEXT NOT NULL, given_id TEXT NOT NULL, name TEXT NOT NULL,
    place TEXT NOT NULL, created_at TEXT NOT NULL, current_revision INTEGER NOT NULL, summary TEXT NOT NULL
  );
  CREATE TABLE revisions (
    job INTEGER NOT NULL, number INTEGER NOT NULL, name TEXT NOT NULL, document TEXT NOT NULL, saved_at TEXT NOT NULL,
    PRIMARY KEY (job, number)
  ) WITHOUT ROWID;
  CREATE TABLE proofs (job INTEGER NOT NULL, revision INTEGER NOT NULL, report TEXT NOT NULL, proved_at TEXT NOT NULL);
  CREATE TABLE makings (job INTEGER NOT NULL, revision INTEGER NOT NULL, made_on TEXT NOT NULL, note TEXT NOT NULL);
  CREATE TABLE checks (
    id TEXT NOT NULL, spare_id TEXT NOT NULL, job INTEGER NOT NULL, revision INTEGER NOT NULL, checked_at TEXT NOT NULL,
    note TEXT NOT NULL, file_name TEXT NOT NULL, predicted TEXT, result TEXT NOT NULL, thumbnail BLOB NOT NULL
  );
  CREATE TABLE file_references (job INTEGER NOT NULL, hash TEXT NOT NULL);
  CREATE INDEX jobs_by_id ON jobs (id);
  CREATE INDEX jobs_by_given_id ON jobs (given_id);
  CREATE INDEX proofs_of_jobs ON proofs (job);
  CREATE INDEX makings_of_jobs ON makings (job);
  CREATE INDEX checks_of_jobs ON checks (job);
  CREATE INDEX references_of_jobs ON file_references (job);
  CREATE TABLE runs (run INTEGER PRIMARY KEY, id TEXT NOT NULL, head TEXT NOT NULL);
  CREATE TABLE pieces (
    run INTEGER NOT NULL, at INTEGER NOT NULL, row INTEGER NOT NULL, copy INTEGER NOT NULL, name TEXT NOT NULL, payload TEXT NOT NULL,
    file TEXT NOT NULL, page INTEGER, place INTEGER, note TEXT NOT NULL, PRIMARY KEY (run, at)
  ) WITHOUT ROWID;`;

/** Writes what is to come in to `stage`; or says why the archive is refused. */
export async function stageArchive(
  { archive, here: hereAt, stage: stageAt }: StagePaths,
  tell: Tell = () => Promise.resolve(),
): Promise<Staged | { readonly problem: string }> {
  const here = new Database(hereAt, { readonly: true });
  const stage = new Database(stageAt);
  try {
    // It is thrown away when anything goes wrong.
    stage.pragma('journal_mode = OFF');
    stage.pragma('synchronous = OFF');
    stage.exec(`BEGIN; ${tables}`);
    const isHere = comparing(here);
    const isTaken = here.prepare<[string], number>('SELECT 1 FROM jobs WHERE id = ?').pluck();
    const addFile = stage.prepare('INSERT OR IGNORE INTO files (hash, media_type, bytes) VALUES (?, ?, ?)');
    const addJob = adding(stage);
    const addRun = addingRuns(stage);
    const same: string[] = [];
    const rest = await readArchive(archive, {
      file: ({ hash, mediaType, bytes }) => void addFile.run(hash, mediaType, Buffer.from(bytes)),
      job: (job) => {
        if (isTaken.get(job.id) === undefined) addJob(job, job.id);
        else if (isHere(job)) same.push(shownTitle(job.newest));
        else addJob(job, randomUUID());
      },
      run: addRun,
      progress: async (done, of) => void (await tell({ done, of } satisfies ArchiveNote)),
    });
    stage.exec('COMMIT');
    return 'problem' in rest ? rest : { ...rest, same };
  } finally {
    here.close();
    stage.close();
  }
}

/** Documents are compared as those of today, in which an archive has them. */
function comparing(here: Db): (job: ReadJob) => boolean {
  const selectTexts = here
    .prepare<[string], string>('SELECT document FROM revisions WHERE job_id = ? ORDER BY number')
    .pluck();
  return ({ id, revisions }) => {
    const texts = selectTexts.all(id);
    return (
      texts.length === revisions.length &&
      texts.every(
        (text, index) => text === revisions[index]!.text || textOfToday(text) === revisions[index]!.text,
      )
    );
  };
}

function adding(stage: Db): (job: ReadJob, id: string) => void {
  const insertJob = stage.prepare(
    `INSERT INTO jobs (id, spare_id, given_id, name, place, created_at, current_revision, summary)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const insertRevision = stage.prepare(
    'INSERT INTO revisions (job, number, name, document, saved_at) VALUES (?, ?, ?, ?, ?)',
  );
  const insertProof = stage.prepare(
    'INSERT INTO proofs (job, revision, report, proved_at) VALUES (?, ?, ?, ?)',
  );
  const insertMaking = stage.prepare(
    'INSERT INTO makings (job, revision, made_on, note) VALUES (?, ?, ?, ?)',
  );
  const insertCheck = stage.prepare(
    `INSERT INTO checks (id, spare_id, job, revision, checked_at, note, file_name, predicted, result, thumbnail)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const insertReference = stage.prepare('INSERT INTO file_references (job, hash) VALUES (?, ?)');
  return ({ id: givenId, place, revisions, newest, files }, id) => {
    const job = insertJob.run(
      id,
      randomUUID(),
      givenId,
      shownTitle(newest),
      place,
      revisions[0]!.savedAt,
      revisions.at(-1)!.number,
      JSON.stringify(summaryOf(newest)),
    ).lastInsertRowid;
    for (const { number, name, savedAt, text, proof, made, checks } of revisions) {
      insertRevision.run(job, number, name, text, savedAt);
      if (proof !== null) insertProof.run(job, number, JSON.stringify(proof.report), proof.at);
      if (made !== null) insertMaking.run(job, number, made.on, made.note);
      for (const check of checks)
        insertCheck.run(
          check.id,
          randomUUID(),
          job,
          number,
          check.at,
          check.note,
          check.fileName,
          check.predicted,
          JSON.stringify(check.result),
          Buffer.from(check.thumbnail, 'base64'),
        );
    }
    for (const hash of files) insertReference.run(job, hash);
  };
}

/** A run's pieces are many; its head is the rest of it. */
function addingRuns(stage: Db): (run: ArchivedRun) => void {
  const insertRun = stage.prepare('INSERT INTO runs (id, head) VALUES (?, ?)');
  const insertPiece = stage.prepare(
    `INSERT INTO pieces (run, at, row, copy, name, payload, file, page, place, note)
     VALUES (@run, @at, @row, @copy, @name, @payload, @file, @page, @place, @note)`,
  );
  return ({ pieces, ...head }) => {
    const run = insertRun.run(head.id, JSON.stringify(head)).lastInsertRowid;
    pieces.forEach((piece, index) => insertPiece.run({ run, at: index, ...piece }));
  };
}
