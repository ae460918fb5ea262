/** A database that fails on purpose: the write that is asked for is refused, before it did anything. */
import Database from 'better-sqlite3';

export interface FailingWrites {
  /** The write with this number, counted from now, fails with a result code of SQLite; once. */
  readonly arm: (nth: number, code: string) => void;
  /** Whether the write that was armed has been met, and failed. */
  readonly hasFailed: () => boolean;
}

/** From now on, for statements that are prepared after this. */
export function failingWrites(db: Database.Database): FailingWrites {
  let armed: { left: number; readonly code: string } | null = null;
  const prepare = db.prepare.bind(db) as (sql: string) => Database.Statement;
  const meet = (): void => {
    if (armed === null || --armed.left > 0) return;
    const { code } = armed;
    armed = null;
    throw new Database.SqliteError(`failed on purpose: ${code}`, code);
  };
  db.prepare = ((sql: string) => {
    const statement = prepare(sql);
    if (statement.readonly) return statement;
    for (const name of ['run', 'get', 'all'] as const) {
      const original = statement[name].bind(statement) as (...args: unknown[]) => unknown;
      (statement as unknown as Record<string, unknown>)[name] = (...args: unknown[]) => {
        meet();
        return original(...args);
      };
    }
    return statement;
  }) as unknown as typeof db.prepare;
  return {
    arm: (nth, code) => (armed = { left: nth, code }),
    hasFailed: () => armed === null,
  };
}
