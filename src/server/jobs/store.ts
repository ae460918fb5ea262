/** Jobs, their revisions and proofs in the database. Every write is a transaction. */
import { randomUUID } from 'node:crypto';
import { type SavedJob, type JobSummary, type Place } from '../../wire';
import { filesOfJob, shownTitle, type Job } from '../../core/job';
import type { ProofReport } from '../../core/proof';
import { Background } from '../upkeep';
import { allOrNone, writing, type Db } from '../db';
import { documentOf, parsedDocument, type FileStore, outcomeOf } from '../documents';
import { JobTexts, revisionEntryOf, savedJobOf, type RevisionEntry } from './rows';
import { jobStatements, type JobStatements } from './statements';
import type { Measured } from './measuring';
import { linkUses, type LinkUses } from '../links';
import { shelfStore, type ShelfStore } from './shelf';
import { summaryOf, summaryOfUnreadable } from './summary';

export type SaveOutcome = { readonly saved: SavedJob } | { readonly conflict: SavedJob } | 'unknown-job';

/** Of jobs that came in, whose limits are asked for at once. */
const askedTogether = 100;
/** Edits that were saved by themselves within this time are one sitting. */
const sittingMs = 30 * 60 * 1000;

/** Told of every newest revision that was written, so that its limits can be measured; null when it is gone by then. */
export type Written = (id: string, revision: number, document: () => Job | null) => void;

export class JobStore {
  private readonly statements: JobStatements;
  private readonly texts = new JobTexts();

  constructor(
    private readonly db: Db,
    private readonly files: FileStore,
    private readonly written: Written = () => {},
    background: Background = new Background(),
    private readonly shelf: ShelfStore = shelfStore(db),
    private readonly uses: LinkUses = linkUses(db),
  ) {
    this.statements = jobStatements(db);
    void background.untilKept('Jobs of an older program are not on the shelf yet.', () =>
      this.summariseOldJobs(),
    );
    for (const { id, revision } of this.statements.selectUnmeasured.all())
      written(id, revision, () => this.readNow(id, revision));
  }

  /** Every job, wherever it is, in the order in which they were started. */
  summaries(): JobSummary[] {
    return this.shelf.all();
  }

  /** Jobs outside the bin whose newest revision has this payload. */
  twins(payload: string): { id: string; name: string }[] {
    return this.statements.selectTwins.all(payload);
  }

  /** Moves jobs to a place, all or none; says where they were, or null when one is unknown. */
  move(ids: readonly string[], place: Place): { place: Place; ids: string[] }[] | null {
    const { selectPlace, updatePlace } = this.statements;
    return allOrNone(this.db, () => {
      const had: [string, Place][] = [];
      for (const id of ids) {
        const before = selectPlace.get(id);
        if (before === undefined) return null;
        had.push([id, before]);
        updatePlace.run(place, id);
        this.shelf.renew(id);
      }
      return groupsOf(had).map(([before, moved]) => ({ place: before, ids: moved }));
    })();
  }

  /** Files jobs in a collection, each as a new revision, all or none; says where they were filed, or null when one is unknown. */
  fileIn(ids: readonly string[], collection: string): { collection: string; ids: string[] }[] | null {
    return allOrNone(this.db, () => {
      const had: [string, string][] = [];
      for (const id of ids) {
        const job = this.find(id);
        if (job === undefined) return null;
        had.push([id, job.document.collection]);
        if (job.document.collection !== collection)
          this.writeRevision(id, job.revision + 1, { ...job.document, collection }, now());
      }
      return groupsOf(had).map(([before, filed]) => ({ collection: before, ids: filed }));
    })();
  }

  /** Adds a revision to each job, all or none; the name of the first job that has moved on or is gone, else null. */
  revise(
    jobs: readonly { readonly id: string; readonly baseRevision: number; readonly document: Job }[],
  ): string | null {
    let refused: string | null = null;
    allOrNone(this.db, () => {
      for (const { id, baseRevision, document } of jobs) {
        if (this.statements.selectCurrent.get(id) !== baseRevision) {
          refused = shownTitle(document);
          return null;
        }
        this.writeRevision(id, baseRevision + 1, document, now());
      }
      return true;
    })();
    return refused;
  }

  /** Deletes what is in the bin for good, with files that nothing needs any more; says how many jobs that were. */
  emptyBin(): number {
    return this.write(() => {
      const { changes } = this.statements.deleteBinned.run();
      this.shelf.changed();
      this.files.deleteUnused();
      return changes;
    });
  }

  /** Marks a revision as made, or takes the mark back; false when there is no such revision. */
  markMade(id: string, revision: number, made: { on: string; note: string } | null): boolean {
    const { selectRevision, deleteMaking, upsertMaking } = this.statements;
    return this.write(() => {
      if (selectRevision.get(id, revision) === undefined) return false;
      if (made === null) deleteMaking.run(id, revision);
      else upsertMaking.run(id, revision, made.on, made.note);
      this.shelf.renew(id);
      return true;
    });
  }

  /** Jobs that were written past this store are in sight: their limits are measured. */
  async cameIn(ids: readonly string[]): Promise<void> {
    this.shelf.changed();
    for (const [index, id] of ids.entries()) {
      if (index % askedTogether === askedTogether - 1) await new Promise((resolve) => setImmediate(resolve));
      const revision = this.db.open ? this.statements.selectCurrent.get(id) : undefined;
      if (revision !== undefined) this.written(id, revision, () => this.readNow(id, revision));
    }
  }

  find(id: string): SavedJob | undefined {
    const row = this.statements.selectOne.get(id);
    return row && savedJobOf(row);
  }

  /** The text of what `find` gives. */
  findText(id: string): string | undefined {
    const row = this.statements.selectOne.get(id);
    return row && this.texts.of(row);
  }

  /** One that was made under the same id before is given back as it is. */
  create(document: Job, id: string = randomUUID()): SavedJob {
    const { selectOne, insertJob } = this.statements;
    return this.write(() => {
      const before = selectOne.get(id);
      if (before !== undefined) return savedJobOf(before);
      const time = now();
      insertJob.run(id, time);
      this.writeRevision(id, 1, document, time);
      return savedJobOf(selectOne.get(id)!, document);
    });
  }

  /**
   * Adds a revision when `baseRevision` is still the newest; otherwise says what is. One that was sent under the same `saveId` before, and
   * is the newest, is given back as it is.
   */
  addRevision(id: string, baseRevision: number, document: Job, saveId?: string): SaveOutcome {
    const { selectNewestSave, selectOne } = this.statements;
    return this.write(() => {
      const newest = selectNewestSave.get(id);
      if (newest === undefined) return 'unknown-job';
      const outcome = outcomeOf(newest, baseRevision, saveId);
      if (outcome === 'kept') return { saved: savedJobOf(selectOne.get(id)!) };
      if (outcome === 'conflict') return { conflict: savedJobOf(selectOne.get(id)!) };
      const time = now();
      const sitting = this.foldInto(id, baseRevision, time);
      this.writeRevision(id, baseRevision + 1, document, time, sitting, saveId);
      return { saved: savedJobOf(selectOne.get(id)!, document) };
    });
  }

  revisions(id: string): RevisionEntry[] {
    return this.statements.selectRevisions.all(id).map(revisionEntryOf);
  }

  revision(id: string, number: number): Job | undefined {
    const row = this.statements.selectRevision.get(id, number);
    return row && documentOf(row.document);
  }

  /** The newest revisions with their documents; those that cannot be read are left out. */
  newest(id: string, count: number): { number: number; document: Job }[] {
    return this.statements.selectNewest.all(id, count).flatMap(({ number, document }) => {
      const parsed = parsedDocument(document);
      return 'job' in parsed ? [{ number, document: parsed.job }] : [];
    });
  }

  /** Keeps a revision for ever, which edits of the same sitting would leave behind; false when there is none. */
  keep(id: string, revision: number): boolean {
    return this.write(() => this.statements.updateKept.run(id, revision).changes === 1);
  }

  /** Gives a revision a name, by which it stays for ever; empty takes the name away. False when there is none. */
  nameRevision(id: string, revision: number, name: string): boolean {
    return this.write(() => this.statements.updateName.run(name, id, revision).changes === 1);
  }

  /** Keeps what was measured of revisions that are still the newest. */
  measured(found: readonly Measured[]): void {
    this.write(() => {
      for (const { id, revision, severity } of found)
        if (this.statements.updateSeverity.run(severity, id, revision).changes > 0) this.shelf.renew(id);
    });
  }

  /** The newest documents of jobs; those that are gone or cannot be read are left out. */
  documents(ids: readonly string[]): { id: string; revision: number; document: Job }[] {
    return ids.flatMap((id) => {
      const row = this.statements.selectOne.get(id);
      const parsed = row && parsedDocument(row.document);
      return row === undefined || parsed === undefined || 'problems' in parsed
        ? []
        : [{ id, revision: row.revision, document: parsed.job }];
    });
  }

  /** Keeps the proof of a revision; false when there is no such revision. */
  saveProof(id: string, revision: number, report: ProofReport): boolean {
    const { selectRevision, upsertProof } = this.statements;
    return this.write(() => {
      if (selectRevision.get(id, revision) === undefined) return false;
      upsertProof.run(id, revision, JSON.stringify(report), now());
      this.shelf.renew(id);
      return true;
    });
  }

  private write<Result>(work: () => Result): Result {
    return writing(this.db, work)();
  }

  private readNow(id: string, revision: number): Job | null {
    // A server that is being ended closes its database before the last is read.
    const row = this.db.open ? this.statements.selectRevision.get(id, revision) : undefined;
    const parsed = row && parsedDocument(row.document);
    return parsed !== undefined && 'job' in parsed ? parsed.job : null;
  }

  /** What the shelf shows of a job's newest revision, with the files that it needs. */
  private summarise(id: string, number: number, document: Job): void {
    this.statements.upsertSummary.run(id, JSON.stringify(summaryOf(document)));
    this.shelf.renew(id);
    this.files.refer('job', id, filesOfJob(document));
    this.written(id, number, () => document);
  }

  private writeRevision(
    id: string,
    number: number,
    document: Job,
    time: string,
    sittingBeganAt: string | null = null,
    saveId: string | null = null,
  ): void {
    const { insertRevision, updateCurrent } = this.statements;
    insertRevision.run(id, number, JSON.stringify(document), time, sittingBeganAt, saveId);
    updateCurrent.run(number, id);
    this.uses.noteRevision(id, number, document);
    this.summarise(id, number, document);
  }

  /** What was saved by itself in the same sitting is left behind by the next; what was made or proved stays. */
  private foldInto(id: string, number: number, time: string): string {
    const { selectSitting, deleteRevision } = this.statements;
    const before = selectSitting.get(id, number);
    if (before === undefined || before.beganAt === null || before.isKept === 1) return time;
    // Of a clock that was set back as well.
    if (Math.abs(Date.parse(time) - Date.parse(before.beganAt)) > sittingMs) return time;
    deleteRevision.run(id, number);
    return before.beganAt;
  }

  /** Jobs without a summary get theirs when the store is opened. */
  private summariseOldJobs(): void {
    const rows = this.statements.selectWithoutSummary.all();
    if (rows.length === 0) return;
    this.write(() => {
      for (const { id, revision, document } of rows) {
        const parsed = parsedDocument(document);
        if ('job' in parsed) this.summarise(id, revision, parsed.job);
        else {
          this.statements.upsertSummary.run(id, JSON.stringify(summaryOfUnreadable(document)));
          this.shelf.renew(id);
        }
      }
    });
  }
}

const now = (): string => new Date().toISOString();

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
