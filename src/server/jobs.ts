/** Jobs, their revisions and proofs in the database. Every write is a transaction. */
import { randomUUID } from 'node:crypto';
import { type SavedJob, type JobSummary, type Place } from '../wire';
import { filesOfJob, shownTitle, type Job } from '../core/job';
import type { ProofReport } from '../core/proof';
import { Background } from './background';
import { isSeen } from './db/arrivals';
import { allOrNone, writing, type Db } from './db/open';
import { documentOf, parsedDocument } from './documents';
import type { FileStore } from './files';
import {
  JobTexts,
  revisionEntryOf,
  savedJobOf,
  selectJobs,
  type JobRow,
  type RevisionEntry,
  type RevisionRow,
} from './jobRows';
import type { Measured } from './measuring';
import { linkUses, type LinkUses } from './links';
import { outcomeOf } from './saves';
import { shelfStore, type ShelfStore } from './shelf';
import { summaryOf, summaryOfUnreadable } from './summary';

export type SaveOutcome = { readonly saved: SavedJob } | { readonly conflict: SavedJob } | 'unknown-job';

export interface JobStore {
  /** Every job, wherever it is, in the order in which they were started. */
  summaries(): JobSummary[];
  /** Jobs outside the bin whose newest revision has this payload. */
  twins(payload: string): { id: string; name: string }[];
  /** Moves jobs to a place, all or none; says where they were, or null when one is unknown. */
  move(ids: readonly string[], place: Place): { place: Place; ids: string[] }[] | null;
  /** Files jobs in a collection, each as a new revision, all or none; says where they were filed, or null when one is unknown. */
  fileIn(ids: readonly string[], collection: string): { collection: string; ids: string[] }[] | null;
  /** Adds a revision to each job, all or none; the name of the first job that has moved on or is gone, else null. */
  revise(
    jobs: readonly { readonly id: string; readonly baseRevision: number; readonly document: Job }[],
  ): string | null;
  /** Deletes what is in the bin for good, with files that nothing needs any more; says how many jobs that were. */
  emptyBin(): number;
  /** Marks a revision as made, or takes the mark back; false when there is no such revision. */
  markMade(id: string, revision: number, made: { on: string; note: string } | null): boolean;
  /** Jobs that were written past this store are in sight: their limits are measured. */
  cameIn(ids: readonly string[]): Promise<void>;
  find(id: string): SavedJob | undefined;
  /** The text of what `find` gives. */
  findText(id: string): string | undefined;
  /** One that was made under the same id before is given back as it is. */
  create(document: Job, id?: string): SavedJob;
  /**
   * Adds a revision when `baseRevision` is still the newest; otherwise says what is. One that was sent under the same `saveId` before, and
   * is the newest, is given back as it is.
   */
  addRevision(id: string, baseRevision: number, document: Job, saveId?: string): SaveOutcome;
  revisions(id: string): RevisionEntry[];
  revision(id: string, number: number): Job | undefined;
  /** The newest revisions with their documents; those that cannot be read are left out. */
  newest(id: string, count: number): { number: number; document: Job }[];
  /** Keeps a revision for ever, which edits of the same sitting would leave behind; false when there is none. */
  keep(id: string, revision: number): boolean;
  /** Gives a revision a name, by which it stays for ever; empty takes the name away. False when there is none. */
  nameRevision(id: string, revision: number, name: string): boolean;
  /** Keeps what was measured of revisions that are still the newest. */
  measured(found: readonly Measured[]): void;
  /** The newest documents of jobs; those that are gone or cannot be read are left out. */
  documents(ids: readonly string[]): { id: string; revision: number; document: Job }[];
  /** Keeps the proof of a revision; false when there is no such revision. */
  saveProof(id: string, revision: number, report: ProofReport): boolean;
}

/** Of jobs that came in, whose limits are asked for at once. */
const askedTogether = 100;
/** Edits that were saved by themselves within this time are one sitting. */
const sittingMs = 30 * 60 * 1000;

const ofSeenJob = `EXISTS (SELECT 1 FROM jobs WHERE jobs.id = revisions.job_id AND ${isSeen('jobs')})`;
/** Told of every newest revision that was written, so that its limits can be measured; null when it is gone by then. */
export type Written = (id: string, revision: number, document: () => Job | null) => void;

export function jobStore(
  db: Db,
  files: FileStore,
  written: Written = () => {},
  background: Background = new Background(),
  shelf: ShelfStore = shelfStore(db),
  uses: LinkUses = linkUses(db),
): JobStore {
  const upsertSummary = db.prepare(
    `INSERT INTO summaries (job_id, summary) VALUES (?, ?)
     ON CONFLICT (job_id) DO UPDATE SET summary = excluded.summary`,
  );
  const selectTwins = db.prepare<[string], { id: string; name: string }>(
    `SELECT jobs.id, json_extract(summary, '$.name') AS name
     FROM summaries JOIN jobs ON jobs.id = summaries.job_id
     WHERE json_extract(summary, '$.payload') = ? AND jobs.place <> 'bin' AND ${isSeen('jobs')} ORDER BY jobs.created_at LIMIT 20`,
  );
  const updatePlace = db.prepare('UPDATE jobs SET place = ? WHERE id = ?');
  const selectPlace = db
    .prepare<[string], Place>(`SELECT place FROM jobs WHERE id = ? AND ${isSeen('jobs')}`)
    .pluck();
  const deleteBinned = db.prepare(`DELETE FROM jobs WHERE place = 'bin' AND ${isSeen('jobs')}`);
  const upsertMaking = db.prepare(
    `INSERT INTO makings (job_id, revision, made_on, note) VALUES (?, ?, ?, ?)
     ON CONFLICT (job_id, revision) DO UPDATE SET made_on = excluded.made_on, note = excluded.note`,
  );
  const deleteMaking = db.prepare('DELETE FROM makings WHERE job_id = ? AND revision = ?');
  const selectOne = db.prepare<[string], JobRow>(`${selectJobs} WHERE jobs.id = ? AND ${isSeen('jobs')}`);
  const insertJob = db.prepare('INSERT INTO jobs (id, created_at, current_revision) VALUES (?, ?, 1)');
  const insertRevision = db.prepare(
    'INSERT INTO revisions (job_id, number, document, saved_at, sitting_began_at, save_id) VALUES (?, ?, ?, ?, ?, ?)',
  );
  const selectSitting = db.prepare<[string, number], { beganAt: string | null; isKept: number }>(
    `SELECT sitting_began_at AS beganAt,
            EXISTS (SELECT 1 FROM proofs WHERE job_id = revisions.job_id AND revision = number)
            OR EXISTS (SELECT 1 FROM checks WHERE job_id = revisions.job_id AND revision = number)
            OR EXISTS (SELECT 1 FROM makings WHERE job_id = revisions.job_id AND revision = number) AS isKept
     FROM revisions WHERE job_id = ? AND number = ?`,
  );
  const deleteRevision = db.prepare('DELETE FROM revisions WHERE job_id = ? AND number = ?');
  const keepRevision = db.prepare(
    'UPDATE revisions SET sitting_began_at = NULL WHERE job_id = ? AND number = ?',
  );
  const setRevisionName = db.prepare(
    'UPDATE revisions SET name = ?, sitting_began_at = NULL WHERE job_id = ? AND number = ?',
  );
  const measured = db.prepare(
    `UPDATE summaries SET summary = json_set(summary, '$.severity', ?)
     WHERE job_id = ? AND (SELECT current_revision FROM jobs WHERE id = job_id) = ?`,
  );
  const moveOn = db.prepare('UPDATE jobs SET current_revision = ? WHERE id = ?');
  const selectRevisions = db.prepare<[string], RevisionRow>(
    `SELECT revisions.number, revisions.saved_at AS savedAt, revisions.name, json_extract(proofs.report, '$.verdict') AS verdict,
            makings.made_on AS madeOn, makings.note AS madeNote
     FROM revisions
     LEFT JOIN proofs ON proofs.job_id = revisions.job_id AND proofs.revision = revisions.number
     LEFT JOIN makings ON makings.job_id = revisions.job_id AND makings.revision = revisions.number
     WHERE revisions.job_id = ? AND ${ofSeenJob} ORDER BY revisions.number DESC`,
  );
  const selectRevision = db.prepare<[string, number], { document: string }>(
    `SELECT document FROM revisions WHERE job_id = ? AND number = ? AND ${ofSeenJob}`,
  );
  const selectNewest = db.prepare<[string, number], { number: number; document: string }>(
    `SELECT number, document FROM revisions WHERE job_id = ? AND ${ofSeenJob} ORDER BY number DESC LIMIT ?`,
  );
  const upsertProof = db.prepare(
    `INSERT INTO proofs (job_id, revision, report, proved_at) VALUES (?, ?, ?, ?)
     ON CONFLICT (job_id, revision) DO UPDATE SET report = excluded.report, proved_at = excluded.proved_at`,
  );
  const now = (): string => new Date().toISOString();
  const selectCurrent = db
    .prepare<[string], number>(`SELECT current_revision FROM jobs WHERE id = ? AND ${isSeen('jobs')}`)
    .pluck();
  const selectNewestSave = db.prepare<[string], { revision: number; saveId: string | null }>(
    `SELECT number AS revision, save_id AS saveId FROM jobs
     JOIN revisions ON job_id = jobs.id AND number = current_revision WHERE jobs.id = ? AND ${isSeen('jobs')}`,
  );
  const readNow = (id: string, revision: number): Job | null => {
    // A server that is being ended closes its database before the last is read.
    const row = db.open ? selectRevision.get(id, revision) : undefined;
    const parsed = row && parsedDocument(row.document);
    return parsed !== undefined && 'job' in parsed ? parsed.job : null;
  };
  const find = (id: string): SavedJob | undefined => {
    const row = selectOne.get(id);
    return row && savedJobOf(row);
  };

  /** What the shelf shows of a job's newest revision, with the files that it needs. */
  const summarise = (id: string, number: number, document: Job): void => {
    upsertSummary.run(id, JSON.stringify(summaryOf(document)));
    shelf.renew(id);
    files.refer('job', id, filesOfJob(document));
    written(id, number, () => document);
  };
  const writeRevision = (
    id: string,
    number: number,
    document: Job,
    time: string,
    sittingBeganAt: string | null = null,
    saveId: string | null = null,
  ): void => {
    insertRevision.run(id, number, JSON.stringify(document), time, sittingBeganAt, saveId);
    moveOn.run(number, id);
    uses.noteRevision(id, number, document);
    summarise(id, number, document);
  };
  /** What was saved by itself in the same sitting is left behind by the next; what was made or proved stays. */
  const foldInto = (id: string, number: number, time: string): string => {
    const before = selectSitting.get(id, number);
    if (before === undefined || before.beganAt === null || before.isKept === 1) return time;
    // Of a clock that was set back as well.
    if (Math.abs(Date.parse(time) - Date.parse(before.beganAt)) > sittingMs) return time;
    deleteRevision.run(id, number);
    return before.beganAt;
  };
  void background.untilKept('Jobs of an older program are not on the shelf yet.', () =>
    summariseOldJobs(db, summarise, (id, text) => {
      upsertSummary.run(id, JSON.stringify(summaryOfUnreadable(text)));
      shelf.renew(id);
    }),
  );
  const unmeasured = db.prepare<[], { id: string; revision: number }>(
    `SELECT jobs.id, current_revision AS revision FROM jobs JOIN summaries ON summaries.job_id = jobs.id
     WHERE json_extract(summary, '$.severity') = 'unknown' AND ${isSeen('jobs')} ORDER BY jobs.created_at`,
  );
  for (const { id, revision } of unmeasured.all()) written(id, revision, () => readNow(id, revision));

  const texts = new JobTexts();

  return {
    summaries: shelf.all,
    twins: (payload) => selectTwins.all(payload),
    move: allOrNone(db, (ids: readonly string[], place: Place) => {
      const had: [string, Place][] = [];
      for (const id of ids) {
        const before = selectPlace.get(id);
        if (before === undefined) return null;
        had.push([id, before]);
        updatePlace.run(place, id);
        shelf.renew(id);
      }
      return groupsOf(had).map(([before, own]) => ({ place: before, ids: own }));
    }),
    fileIn: allOrNone(db, (ids: readonly string[], collection: string) => {
      const had: [string, string][] = [];
      for (const id of ids) {
        const job = find(id);
        if (job === undefined) return null;
        had.push([id, job.document.collection]);
        if (job.document.collection !== collection)
          writeRevision(id, job.revision + 1, { ...job.document, collection }, now());
      }
      return groupsOf(had).map(([before, own]) => ({ collection: before, ids: own }));
    }),
    revise: (revised) => {
      let refused: string | null = null;
      allOrNone(db, () =>
        revised.every(({ id, baseRevision, document }) => {
          if (selectCurrent.get(id) !== baseRevision) {
            refused = shownTitle(document);
            return false;
          }
          writeRevision(id, baseRevision + 1, document, now());
          return true;
        })
          ? true
          : null,
      )();
      return refused;
    },
    emptyBin: writing(db, () => {
      const { changes } = deleteBinned.run();
      shelf.changed();
      files.deleteUnused();
      return changes;
    }),
    markMade: writing(db, (id: string, revision: number, made: { on: string; note: string } | null) => {
      if (selectRevision.get(id, revision) === undefined) return false;
      if (made === null) deleteMaking.run(id, revision);
      else upsertMaking.run(id, revision, made.on, made.note);
      shelf.renew(id);
      return true;
    }),
    cameIn: async (ids) => {
      shelf.changed();
      for (const [index, id] of ids.entries()) {
        if (index % askedTogether === askedTogether - 1)
          await new Promise((resolve) => setImmediate(resolve));
        const revision = db.open ? selectCurrent.get(id) : undefined;
        if (revision !== undefined) written(id, revision, () => readNow(id, revision));
      }
    },
    find,
    findText: (id) => {
      const row = selectOne.get(id);
      return row && texts.of(row);
    },
    create: writing(db, (document: Job, id: string = randomUUID()) => {
      const before = selectOne.get(id);
      if (before !== undefined) return savedJobOf(before);
      const time = now();
      insertJob.run(id, time);
      writeRevision(id, 1, document, time);
      return savedJobOf(selectOne.get(id)!, document);
    }),
    addRevision: writing(
      db,
      (id: string, baseRevision: number, document: Job, saveId?: string): SaveOutcome => {
        const newest = selectNewestSave.get(id);
        if (newest === undefined) return 'unknown-job';
        const outcome = outcomeOf(newest, baseRevision, saveId);
        if (outcome === 'kept') return { saved: savedJobOf(selectOne.get(id)!) };
        if (outcome === 'conflict') return { conflict: savedJobOf(selectOne.get(id)!) };
        const time = now();
        const sitting = foldInto(id, baseRevision, time);
        writeRevision(id, baseRevision + 1, document, time, sitting, saveId);
        return { saved: savedJobOf(selectOne.get(id)!, document) };
      },
    ),
    keep: writing(db, (id: string, revision: number) => keepRevision.run(id, revision).changes === 1),
    nameRevision: writing(
      db,
      (id: string, revision: number, name: string) => setRevisionName.run(name, id, revision).changes === 1,
    ),
    measured: writing(db, (summaries: readonly Measured[]) => {
      for (const { id, revision, severity } of summaries)
        if (measured.run(severity, id, revision).changes > 0) shelf.renew(id);
    }),
    documents: (ids) =>
      ids.flatMap((id) => {
        const row = selectOne.get(id);
        const parsed = row && parsedDocument(row.document);
        return row === undefined || parsed === undefined || 'problems' in parsed
          ? []
          : [{ id, revision: row.revision, document: parsed.job }];
      }),
    revisions: (id) => selectRevisions.all(id).map(revisionEntryOf),
    newest: (id, count) =>
      selectNewest.all(id, count).flatMap(({ number, document }) => {
        const parsed = parsedDocument(document);
        return 'job' in parsed ? [{ number, document: parsed.job }] : [];
      }),
    revision: (id, number) => {
      const row = selectRevision.get(id, number);
      return row && documentOf(row.document);
    },
    saveProof: writing(db, (id: string, revision: number, report: ProofReport) => {
      if (selectRevision.get(id, revision) === undefined) return false;
      upsertProof.run(id, revision, JSON.stringify(report), now());
      shelf.renew(id);
      return true;
    }),
  };
}

/** Ids by what they had, in the order in which that was met. */
function groupsOf<Value>(had: readonly (readonly [id: string, value: Value])[]): [Value, string[]][] {
  const groups = new Map<Value, string[]>();
  for (const [id, value] of had) {
    const ids = groups.get(value);
    if (ids === undefined) groups.set(value, [id]);
    else ids.push(id);
  }
  return [...groups];
}

/** Jobs without a summary get theirs when the store is opened. */
function summariseOldJobs(
  db: Db,
  write: (id: string, revision: number, document: Job) => void,
  writeUnreadable: (id: string, text: string) => void,
): void {
  const rows = db
    .prepare<[], { id: string; revision: number; document: string }>(
      `SELECT jobs.id, revisions.number AS revision, revisions.document FROM jobs
       JOIN revisions ON revisions.job_id = jobs.id AND revisions.number = jobs.current_revision
       LEFT JOIN summaries ON summaries.job_id = jobs.id
       WHERE summary IS NULL`,
    )
    .all();
  if (rows.length === 0) return;
  writing(db, () => {
    for (const { id, revision, document } of rows) {
      const parsed = parsedDocument(document);
      if ('problems' in parsed) writeUnreadable(id, document);
      else write(id, revision, parsed.job);
    }
  })();
}
