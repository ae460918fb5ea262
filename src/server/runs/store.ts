/** Runs of series and what they made, in the database. */
import { randomUUID } from 'node:crypto';
import { shownTitle } from '../../core/job';
import {
  piecesAPage,
  runReportSchema,
  documentKinds,
  type ArchivedRun,
  type AskRegister,
  type MadeBefore,
  type MadePiece,
  type Register,
  type Run,
  type RunReport,
  type RunState,
  type RunWish,
} from '../../wire';
import { isSeen, writing, type Db } from '../db';
import type { FileStore } from '../documents';
import { linkUses, type LinkUses } from '../links';
import { filesOfWish } from './wish';

/** A run without what only whoever works on it knows. */
export type KeptRun = Omit<Run, 'progress' | 'hasFiles'>;

export type NewPiece = ArchivedRun['pieces'][number];

export interface RunStore {
  begin(jobId: string, revision: number, wish: RunWish, id?: string): KeptRun;
  /** The newest first; of one job, or of all. */
  list(jobId?: string): KeptRun[];
  find(id: string): KeptRun | null;
  /** Null where it cannot be read by this program. */
  wish(id: string): RunWish | null;
  /** Those that were not brought to their end, the oldest first. */
  underWay(): string[];
  /**
   * Writes a part of what a run made, which is in the register once the run is ended; the first part (`from` is 0) takes the place of what
   * an earlier attempt left. False where there is still some of that: it goes in parts, too.
   */
  piecesOf(id: string, pieces: readonly NewPiece[], from: number): boolean;
  /** What was written of it is in the register from now on, where it is `made`. */
  end(id: string, state: Exclude<RunState, 'under-way'>, report: RunReport | null): void;
  /** Once more what was given up or broke. */
  goOn(id: string): boolean;
  /** Its numbers can be given again. False where there is none. */
  forget(id: string): boolean;
  register(ask: AskRegister): Register;
  madeBefore(payloads: readonly string[]): MadeBefore[];
  note(runId: string, row: number, copy: number, note: string): boolean;
  /** One that comes with an import, without its pieces: those are written where `pieces` are. False where it is here. */
  takeIn(run: Omit<ArchivedRun, 'pieces'>, arrival?: string): boolean;
}

interface RunRow {
  readonly number: number;
  readonly id: string;
  readonly jobId: string;
  readonly jobName: string;
  readonly revision: number;
  readonly form: Run['form'];
  readonly askedAt: string;
  readonly endedAt: string | null;
  readonly state: RunState;
  readonly report: string | null;
}

const runColumns = `number, id, job_id AS jobId, job_name AS jobName, revision, json_extract(wish, '$.form') AS form,
  asked_at AS askedAt, ended_at AS endedAt, state, report`;
const pieceColumns = 'row, copy, name, payload, file, page, place, note';
const seen = isSeen('series_runs');
/** Written or deleted in one go, so that nobody waits for it. */
export const piecesAtOnce = 250;
/** Of one job, or of all, at most. */
const mostListed = 200;

export function runStore(db: Db, files: FileStore, uses: LinkUses = linkUses(db)): RunStore {
  const insertRun = db.prepare(
    `INSERT INTO series_runs (id, job_id, job_name, revision, asked_at, ended_at, state, wish, report, arrival)
     VALUES (@id, @jobId, @jobName, @revision, @askedAt, @endedAt, @state, @wish, @report, @arrival)`,
  );
  const selectRun = db.prepare<[string], RunRow>(
    `SELECT ${runColumns} FROM series_runs WHERE id = ? AND ${seen}`,
  );
  const isHere = db.prepare<[string], number>('SELECT 1 FROM series_runs WHERE id = ?').pluck();
  const selectRuns = db.prepare<[string | null, string | null], RunRow>(
    `SELECT ${runColumns} FROM series_runs WHERE (? IS NULL OR job_id = ?) AND ${seen} ORDER BY number DESC LIMIT ${mostListed}`,
  );
  const selectWish = db.prepare<[string], string>('SELECT wish FROM series_runs WHERE id = ?').pluck();
  const selectOpen = db
    .prepare<[], string>("SELECT id FROM series_runs WHERE state = 'under-way' ORDER BY number")
    .pluck();
  const endRun = db.prepare(
    "UPDATE series_runs SET state = ?, ended_at = ?, report = ? WHERE id = ? AND state = 'under-way'",
  );
  const reopen = db.prepare(
    "UPDATE series_runs SET state = 'under-way', ended_at = NULL, report = NULL WHERE id = ? AND state IN ('given-up', 'broken')",
  );
  const deleteRun = db.prepare(`DELETE FROM series_runs WHERE id = ? AND ${seen}`);
  const deleteLeft = db.prepare<{ run: string }>(
    `DELETE FROM made_pieces WHERE run_id = @run AND (row, copy) IN (
       SELECT row, copy FROM made_pieces WHERE run_id = @run LIMIT ${piecesAtOnce})
     AND (SELECT state FROM series_runs WHERE id = @run) = 'under-way'`,
  );
  const insertPiece = db.prepare(
    `INSERT INTO made_pieces (run_id, row, copy, name, payload, file, page, place, note)
     VALUES (@runId, @row, @copy, @name, @payload, @file, @page, @place, @note)`,
  );
  const where = `(@find IS NULL OR name LIKE @find ESCAPE '\\' OR payload LIKE @find ESCAPE '\\')
     AND (@payload IS NULL OR payload = @payload) AND (@run IS NULL OR run_id = @run)
     AND run_id IN (SELECT id FROM series_runs WHERE state = 'made' AND ${seen})`;
  const countPieces = db.prepare<[object], number>(`SELECT count(*) FROM made_pieces WHERE ${where}`).pluck();
  const selectPieces = db.prepare<[object], MadePiece>(
    `SELECT run_id AS runId, number AS runNumber, job_id AS jobId, job_name AS jobName, revision, ended_at AS madeAt,
            ${pieceColumns}
     FROM made_pieces JOIN series_runs ON series_runs.id = run_id
     WHERE ${where} ORDER BY number DESC, row, copy LIMIT ${piecesAPage} OFFSET @from`,
  );
  const selectMade = db.prepare<[string], { runNumber: number; at: string }>(
    `SELECT number AS runNumber, ended_at AS at FROM made_pieces JOIN series_runs ON series_runs.id = run_id
     WHERE payload = ? AND state = 'made' AND ${seen} ORDER BY number DESC LIMIT 1`,
  );
  const updateNote = db.prepare('UPDATE made_pieces SET note = ? WHERE run_id = ? AND row = ? AND copy = ?');
  const keptOf = ({ report, ...run }: RunRow): KeptRun => ({
    ...run,
    report: report === null ? null : (runReportSchema.safeParse(JSON.parse(report)).data ?? null),
  });
  const add = (run: object, id: string, wish: RunWish, arrival: string | null): void => {
    insertRun.run({ id, wish: JSON.stringify(wish), arrival, ...run });
    files.refer('run', id, filesOfWish(wish));
    uses.note('run', id, wish);
  };

  return {
    begin: writing(db, (jobId: string, revision: number, wish: RunWish, id: string = randomUUID()) => {
      const askedAt = new Date().toISOString();
      const common = { jobId, jobName: shownTitle(wish.job), revision, askedAt };
      add({ ...common, endedAt: null, state: 'under-way', report: null }, id, wish, null);
      return keptOf(selectRun.get(id)!);
    }),
    list: (jobId) => selectRuns.all(jobId ?? null, jobId ?? null).map(keptOf),
    find: (id) => {
      const run = selectRun.get(id);
      return run === undefined ? null : keptOf(run);
    },
    wish: (id) => wishOf(selectWish.get(id)),
    underWay: () => selectOpen.all(),
    piecesOf: writing(db, (id: string, pieces: readonly NewPiece[], from: number) => {
      if (from === 0 && deleteLeft.run({ run: id }).changes > 0) return false;
      for (const piece of pieces) insertPiece.run({ runId: id, ...piece });
      const messages = pieces.map(({ payload }) => payload);
      uses.notePieces(id, messages, from === 0);
      return true;
    }),
    end: writing(db, (id: string, state: RunState, report: RunReport | null) => {
      endRun.run(state, new Date().toISOString(), report === null ? null : JSON.stringify(report), id);
    }),
    goOn: writing(db, (id: string) => reopen.run(id).changes > 0),
    forget: writing(db, (id: string) => deleteRun.run(id).changes > 0),
    register: ({ find, payload, run, from }) => {
      const asked = {
        find: find === undefined || find === '' ? null : `%${find.replaceAll(/[\\%_]/g, '\\$&')}%`,
        payload: payload ?? null,
        run: run ?? null,
        from: from ?? 0,
      };
      const { from: _, ...counted } = asked;
      return { pieces: selectPieces.all(asked), found: countPieces.get(counted)! };
    },
    madeBefore: (payloads) =>
      payloads.flatMap((payload, index) => {
        const made = selectMade.get(payload);
        return made === undefined ? [] : [{ index, ...made }];
      }),
    note: writing(
      db,
      (runId: string, row: number, copy: number, note: string) =>
        updateNote.run(note, runId, row, copy).changes > 0,
    ),
    takeIn: ({ id, wish, report, ...run }, arrival) => {
      if (isHere.get(id) !== undefined) return false;
      add({ ...run, state: 'made', report: JSON.stringify(report) }, id, wish, arrival ?? null);
      return true;
    },
  };
}

/** Runs that handed something over, as an archive has them: one at a time, as they are kept, readable or not. */
export function archivedRuns(db: Db): {
  readonly ids: readonly string[];
  readonly read: (id: string) => object;
} {
  const select = db.prepare<[string], Omit<RunRow, 'report'> & { report: string; wish: string }>(
    `SELECT ${runColumns}, wish FROM series_runs WHERE id = ?`,
  );
  const selectPieces = db.prepare<[string], NewPiece>(
    `SELECT ${pieceColumns} FROM made_pieces WHERE run_id = ? ORDER BY row, copy`,
  );
  return {
    ids: db
      .prepare<[], string>(`SELECT id FROM series_runs WHERE state = 'made' AND ${seen} ORDER BY number`)
      .pluck()
      .all(),
    read: (id) => {
      const { jobId, jobName, revision, askedAt, endedAt, wish, report } = select.get(id)!;
      const common = { id, jobId, jobName, revision, askedAt, endedAt };
      const pieces = selectPieces.all(id);
      return { ...common, wish: JSON.parse(wish) as object, report: JSON.parse(report) as object, pieces };
    },
  };
}

const wishOf = (text: string | undefined): RunWish | null => {
  const read = text === undefined ? null : documentKinds.run.readText(text);
  return read !== null && 'document' in read ? read.document : null;
};
