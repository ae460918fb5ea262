/** Runs of series and what they made, in the database. */
import { randomUUID } from 'node:crypto';
import { shownTitle } from '../../core/job';
import {
  piecesAPage,
  runReportSchema,
  runWishSchema,
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
import { writing, type Db } from '../db/open';
import type { FileStore } from '../files';
import { filesOfWish } from './wish';

/** A run without what only whoever works on it knows. */
export type KeptRun = Omit<Run, 'progress' | 'hasFiles'>;

export type NewPiece = ArchivedRun['pieces'][number];

export interface RunStore {
  begin(jobId: string, revision: number, wish: RunWish): KeptRun;
  /** The newest first; of one job, or of all. */
  list(jobId?: string): KeptRun[];
  find(id: string): KeptRun | null;
  /** Null where it cannot be read by this program. */
  wish(id: string): RunWish | null;
  /** Those that were not brought to their end, the oldest first. */
  underWay(): string[];
  /** With what it made, as one: a piece that was handed over is in the register, or the run is not ended. */
  end(
    id: string,
    state: Exclude<RunState, 'under way'>,
    report: RunReport | null,
    pieces: readonly NewPiece[],
  ): void;
  /** Once more what was given up or broke. */
  goOn(id: string): boolean;
  /** Its numbers can be given again. False where there is none. */
  forget(id: string): boolean;
  register(ask: AskRegister): Register;
  madeBefore(payloads: readonly string[]): MadeBefore[];
  note(runId: string, row: number, copy: number, note: string): boolean;
  takeIn(run: ArchivedRun): boolean;
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
/** Of one job, or of all, at most. */
const mostListed = 200;

export function runStore(db: Db, files: FileStore): RunStore {
  const insertRun = db.prepare(
    `INSERT INTO series_runs (id, job_id, job_name, revision, asked_at, ended_at, state, wish, report)
     VALUES (@id, @jobId, @jobName, @revision, @askedAt, @endedAt, @state, @wish, @report)`,
  );
  const selectRun = db.prepare<[string], RunRow>(`SELECT ${runColumns} FROM series_runs WHERE id = ?`);
  const selectRuns = db.prepare<[string | null, string | null], RunRow>(
    `SELECT ${runColumns} FROM series_runs WHERE ? IS NULL OR job_id = ? ORDER BY number DESC LIMIT ${mostListed}`,
  );
  const selectWish = db.prepare<[string], string>('SELECT wish FROM series_runs WHERE id = ?').pluck();
  const selectOpen = db
    .prepare<[], string>("SELECT id FROM series_runs WHERE state = 'under way' ORDER BY number")
    .pluck();
  const endRun = db.prepare(
    "UPDATE series_runs SET state = ?, ended_at = ?, report = ? WHERE id = ? AND state = 'under way'",
  );
  const reopen = db.prepare(
    "UPDATE series_runs SET state = 'under way', ended_at = NULL, report = NULL WHERE id = ? AND state IN ('given up', 'broken')",
  );
  const deleteRun = db.prepare('DELETE FROM series_runs WHERE id = ?');
  const insertPiece = db.prepare(
    `INSERT INTO made_pieces (run_id, row, copy, name, payload, file, page, place, note)
     VALUES (@runId, @row, @copy, @name, @payload, @file, @page, @place, @note)`,
  );
  const where = `(@find IS NULL OR name LIKE @find ESCAPE '\\' OR payload LIKE @find ESCAPE '\\')
     AND (@payload IS NULL OR payload = @payload) AND (@run IS NULL OR run_id = @run)`;
  const countPieces = db.prepare<[object], number>(`SELECT count(*) FROM made_pieces WHERE ${where}`).pluck();
  const selectPieces = db.prepare<[object], MadePiece>(
    `SELECT run_id AS runId, number AS runNumber, job_id AS jobId, job_name AS jobName, revision, ended_at AS madeAt,
            ${pieceColumns}
     FROM made_pieces JOIN series_runs ON series_runs.id = run_id
     WHERE ${where} ORDER BY number DESC, row, copy LIMIT ${piecesAPage} OFFSET @from`,
  );
  const selectMade = db.prepare<[string], { runNumber: number; at: string }>(
    `SELECT number AS runNumber, ended_at AS at FROM made_pieces JOIN series_runs ON series_runs.id = run_id
     WHERE payload = ? ORDER BY number DESC LIMIT 1`,
  );
  const updateNote = db.prepare('UPDATE made_pieces SET note = ? WHERE run_id = ? AND row = ? AND copy = ?');
  const keptOf = ({ report, ...run }: RunRow): KeptRun => ({
    ...run,
    report: report === null ? null : (runReportSchema.safeParse(JSON.parse(report)).data ?? null),
  });
  const add = (run: object, id: string, wish: RunWish): void => {
    insertRun.run({ id, wish: JSON.stringify(wish), ...run });
    files.refer('run', id, filesOfWish(wish));
  };

  return {
    begin: writing(db, (jobId: string, revision: number, wish: RunWish) => {
      const id = randomUUID();
      const askedAt = new Date().toISOString();
      const common = { jobId, jobName: shownTitle(wish.job), revision, askedAt };
      add({ ...common, endedAt: null, state: 'under way', report: null }, id, wish);
      return keptOf(selectRun.get(id)!);
    }),
    list: (jobId) => selectRuns.all(jobId ?? null, jobId ?? null).map(keptOf),
    find: (id) => {
      const run = selectRun.get(id);
      return run === undefined ? null : keptOf(run);
    },
    wish: (id) => wishOf(selectWish.get(id)),
    underWay: () => selectOpen.all(),
    end: writing(db, (id: string, state: RunState, report: RunReport | null, pieces: readonly NewPiece[]) => {
      const now = new Date().toISOString();
      const { changes } = endRun.run(state, now, report === null ? null : JSON.stringify(report), id);
      if (changes > 0) for (const piece of pieces) insertPiece.run({ runId: id, ...piece });
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
    takeIn: writing(db, ({ id, wish, report, pieces, ...run }: ArchivedRun) => {
      if (selectRun.get(id) !== undefined) return false;
      add({ ...run, state: 'made', report: JSON.stringify(report) }, id, wish);
      for (const piece of pieces) insertPiece.run({ runId: id, ...piece });
      return true;
    }),
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
      .prepare<[], string>("SELECT id FROM series_runs WHERE state = 'made' ORDER BY number")
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

const wishOf = (text: string | undefined): RunWish | null =>
  text === undefined ? null : (runWishSchema.safeParse(JSON.parse(text)).data ?? null);
