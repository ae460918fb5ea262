/** What holds the address of a link: jobs, and pieces that were made. */
import type { LinkPiece } from '../../wire';
import type { Db } from '../db/open';

export interface LinkPieces {
  /** Of messages that are one of these. */
  readonly of: (payloads: readonly string[]) => readonly Omit<LinkPiece, 'slug'>[];
}

/** `jobsOf` finds jobs by their whole message. */
export function linkPieces(
  db: Db,
  jobsOf: (payload: string) => readonly { readonly id: string; readonly name: string }[],
): LinkPieces {
  const selectMade = db.prepare<[string], { id: string; name: string; made: number }>(
    `SELECT series_runs.job_id AS id, series_runs.job_name AS name, count(*) AS made
     FROM made_pieces JOIN series_runs ON series_runs.id = made_pieces.run_id
     WHERE made_pieces.payload = ? GROUP BY series_runs.job_id, series_runs.job_name LIMIT 20`,
  );
  return {
    of: (payloads) => {
      const found = new Map<string, Omit<LinkPiece, 'slug'>>();
      for (const payload of new Set(payloads)) {
        for (const { id, name } of jobsOf(payload)) found.set(id, { job: id, name, made: 0 });
        for (const { id, name, made } of selectMade.all(payload))
          found.set(id, { job: id, name, made: (found.get(id)?.made ?? 0) + made });
      }
      return [...found.values()];
    },
  };
}
