/** Writes the archive as a stream: one entry in memory at a time, all as they were at one moment. */
import Database from 'better-sqlite3';
import { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import type { ProofReport } from '../../core/proof';
import type { Place } from '../../wire';
import { type Db, isSeen } from '../db';
import { archivedLinks } from '../links';
import { archivedRuns } from '../runs';
import { outgoingUnread } from '../documents';
import { outgoingLists, outgoingSeries } from './outgoing';
import { archiveHead, entryNames, type ArchivedFile, type ArchivedJob } from './format';

interface RevisionRow {
  id: string;
  place: Place;
  number: number;
  savedAt: string;
  name: string;
  report: string | null;
  provedAt: string | null;
  madeOn: string | null;
  madeNote: string | null;
}

/** Bytes of an archive of everything; the same content gives the same bytes. Documents go out as they are kept, readable or not. */
export function writeArchive(db: Db): Readable {
  const snapshot = snapshotOf(db);
  const document = snapshot.db
    .prepare<[string, number], string>('SELECT document FROM revisions WHERE job_id = ? AND number = ?')
    .pluck();
  const fileBytes = snapshot.db.prepare<[string], Buffer>('SELECT bytes FROM files WHERE hash = ?').pluck();
  const zip = new ZipFile();
  const output = zip.outputStream as Readable;
  const add = (name: string, read: () => string | Uint8Array): void => {
    // The time is always the same, so that equal content gives equal bytes.
    zip.addReadStreamLazy(name, { mtime: new Date(1980, 0, 1), forceDosTimestamp: true }, (give) => {
      let bytes: Buffer;
      try {
        bytes = Buffer.from(read());
      } catch (error) {
        // Told to whoever reads the stream; when nobody does any more, the snapshot has been closed.
        output.destroy(error as Error);
        return;
      }
      give(null, Readable.from([bytes]));
    });
  };
  add(entryNames.head, () => JSON.stringify(archiveHead));
  for (const job of archivedJobs(snapshot.db)) {
    add(entryNames.job(job.id), () => JSON.stringify(job));
    for (const { number } of job.revisions)
      add(entryNames.document(job.id, number), () => document.get(job.id, number)!);
  }
  for (const { hash, mediaType } of snapshot.db
    .prepare<[], Omit<ArchivedFile, 'bytes'>>('SELECT hash, media_type AS mediaType FROM files ORDER BY hash')
    .all())
    add(entryNames.file(hash, mediaType), () => fileBytes.get(hash)!);
  const lists = outgoingLists(snapshot.db);
  for (const name of ['houseStyles', 'pieceShelf', 'namePatterns', 'coupons', 'sheets', 'profiles'] as const)
    add(entryNames[name], () => JSON.stringify(lists[name]));
  const links = archivedLinks(snapshot.db);
  if (links.settings !== null) add(entryNames.linkSettings, () => JSON.stringify(links.settings));
  for (const id of links.ids) add(entryNames.link(id), () => JSON.stringify(links.read(id)));
  const runs = archivedRuns(snapshot.db);
  for (const id of runs.ids) add(entryNames.run(id), () => JSON.stringify(runs.read(id)));
  const series = outgoingSeries(snapshot.db);
  for (const jobId of series.jobIds) add(entryNames.series(jobId), () => JSON.stringify(series.read(jobId)));
  const unread = outgoingUnread(snapshot.db);
  for (const digest of unread.digests)
    add(entryNames.unread(digest), () => JSON.stringify(unread.read(digest)));
  zip.end();
  // Read to its end or given up.
  output.once('close', snapshot.close);
  return output;
}

/** The database as it is now, whatever is written meanwhile. */
function snapshotOf(db: Db): { readonly db: Db; readonly close: () => void } {
  const second = new Database(db.name, { readonly: true });
  second.exec('BEGIN');
  second.prepare('SELECT count(*) FROM jobs').get();
  return { db: second, close: () => second.close() };
}

/** Every job with its revisions, oldest first, without their documents. */
export function archivedJobs(db: Db): ArchivedJob[] {
  const rows = db.prepare<[], RevisionRow>(
    `SELECT jobs.id, jobs.place, revisions.number, revisions.saved_at AS savedAt, revisions.name,
            proofs.report, proofs.proved_at AS provedAt, makings.made_on AS madeOn, makings.note AS madeNote
     FROM jobs
     JOIN revisions ON revisions.job_id = jobs.id
     LEFT JOIN proofs ON proofs.job_id = jobs.id AND proofs.revision = revisions.number
     LEFT JOIN makings ON makings.job_id = jobs.id AND makings.revision = revisions.number
     WHERE ${isSeen('jobs')}
     ORDER BY jobs.created_at, jobs.rowid, revisions.number`,
  );
  const checks = checksOf(db);
  const jobs = new Map<string, ArchivedJob>();
  for (const { id, place, number, savedAt, name, report, provedAt, madeOn, madeNote } of rows.iterate()) {
    const job = jobs.get(id) ?? { id, place, revisions: [] };
    jobs.set(id, job);
    job.revisions.push({
      number,
      savedAt,
      name,
      proof: report === null ? null : { report: JSON.parse(report) as ProofReport, at: provedAt! },
      made: madeOn === null ? null : { on: madeOn, note: madeNote! },
      checks: checks.get(`${id} ${number}`) ?? [],
    });
  }
  return [...jobs.values()];
}

/** By job and revision, the oldest first. */
function checksOf(db: Db): ReadonlyMap<string, ArchivedJob['revisions'][number]['checks']> {
  type Check = ArchivedJob['revisions'][number]['checks'][number];
  interface Row extends Omit<Check, 'result' | 'thumbnail'> {
    readonly place: string;
    readonly result: string;
    readonly thumbnail: Buffer;
  }
  const rows = db.prepare<[], Row>(
    `SELECT job_id || ' ' || revision AS place, id, checked_at AS at, note, file_name AS fileName, predicted, result, thumbnail
     FROM checks ORDER BY checked_at, rowid`,
  );
  const checks = new Map<string, Check[]>();
  for (const { place, result, thumbnail, ...row } of rows.iterate()) {
    const ofRevision = checks.get(place) ?? [];
    checks.set(place, ofRevision);
    ofRevision.push({
      ...row,
      result: JSON.parse(result) as Check['result'],
      thumbnail: thumbnail.toString('base64'),
    });
  }
  return checks;
}
