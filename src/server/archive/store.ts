/** Everything out, and an archive in: as one transaction, so that a server that is killed has all of it or nothing. */
import { dirname } from 'node:path';
import type { Readable } from 'node:stream';
import type { ImportReport } from '../../wire';
import { writing, type Db } from '../db/open';
import { patiently } from '../db/patience';
import { sweepIncoming, TooLarge, withIncoming } from '../incoming';
import type { HouseStyleStore } from '../houseStyles';
import type { CouponStore } from '../coupons';
import type { NamePatternStore } from '../namePatterns';
import type { ProfileStore } from '../profiles';
import type { JobStore } from '../jobs';
import type { PieceShelfStore } from '../pieceShelf';
import type { SeriesDocument } from '../../core/series';
import type { SheetDocument } from '../../core/sheet';
import type { JobDocumentStore } from '../jobDocuments';
import type { Links } from '../links';
import type { RunStore } from '../runs';
import type { LongWork, Workshop } from '../workshop';
import { archiveLimits, entryNames, inMb, type ReadRest } from './format';
import type { ArchiveNote, Staged } from './stage';
import { writeArchive } from './write';

export interface ArchiveStore {
  out(): Readable;
  /**
   * Adds what is not here; with `dry` it only says what would be done. What is here is never changed. One sentence when
   * the archive is refused.
   */
  take(
    archive: Readable,
    dry: boolean,
    long?: LongWork<ArchiveNote>,
  ): Promise<ImportReport | { readonly problem: string }>;
}

export interface Stores {
  readonly jobs: JobStore;
  readonly houseStyles: HouseStyleStore;
  readonly profiles: ProfileStore;
  readonly namePatterns: NamePatternStore;
  readonly coupons: CouponStore;
  readonly sheets: JobDocumentStore<SheetDocument>;
  readonly series: JobDocumentStore<SeriesDocument>;
  readonly pieceShelf: PieceShelfStore;
  readonly runs: RunStore;
  readonly links: Links;
}

/** Copies what a worker thread has made ready; `?` is the time. Ids that were taken meanwhile give way. */
const comingIn = [
  'UPDATE staged.jobs SET id = spare_id WHERE id IN (SELECT id FROM main.jobs)',
  `INSERT INTO main.jobs (id, created_at, current_revision, place)
   SELECT id, created_at, current_revision, place FROM staged.jobs ORDER BY job`,
  `INSERT INTO main.revisions (job_id, number, name, document, saved_at)
   SELECT id, number, revisions.name, document, saved_at
   FROM staged.jobs JOIN staged.revisions USING (job) ORDER BY job, number`,
  `INSERT INTO main.proofs (job_id, revision, report, proved_at)
   SELECT id, revision, report, proved_at FROM staged.jobs JOIN staged.proofs USING (job)`,
  `INSERT INTO main.makings (job_id, revision, made_on, note)
   SELECT id, revision, made_on, note FROM staged.jobs JOIN staged.makings USING (job)`,
  'UPDATE staged.checks SET id = spare_id WHERE id IN (SELECT id FROM main.checks)',
  `INSERT INTO main.checks (id, job_id, revision, checked_at, note, file_name, predicted, result, thumbnail)
   SELECT checks.id, jobs.id, revision, checked_at, note, file_name, predicted, result, thumbnail
   FROM staged.jobs JOIN staged.checks USING (job)`,
  'INSERT INTO main.summaries (job_id, summary) SELECT id, summary FROM staged.jobs',
  `INSERT OR IGNORE INTO main.file_references (hash, owner, owner_id)
   SELECT hash, 'job', id FROM staged.jobs JOIN staged.file_references USING (job)`,
] as const;

export function archiveStore(
  db: Db,
  { jobs, houseStyles, pieceShelf, profiles, namePatterns, coupons, sheets, series, runs, links }: Stores,
  workshop: Workshop,
): ArchiveStore {
  const folder = dirname(db.name);
  sweepIncoming(folder);

  const takeStyles = (styles: ReadRest['houseStyles']): void => {
    const here = houseStyles.list();
    const names = new Set(here.map(({ name }) => name));
    const styled = new Set(here.flatMap(({ collections }) => collections));
    for (const { name, look, collections } of styles) {
      if (names.has(name)) continue;
      const { id } = houseStyles.save(name, look);
      for (const collection of collections) if (!styled.has(collection)) houseStyles.assign(collection, id);
    }
  };
  const takeShelf = ({ templates, stockSizes, sheetStocks }: ReadRest['pieceShelf']): void => {
    const here = pieceShelf.list();
    const isTaken = (list: readonly { name: string }[], name: string): boolean =>
      list.some((other) => other.name === name);
    for (const { name, document } of templates)
      if (!isTaken(here.templates, name)) pieceShelf.saveTemplate(name, document);
    for (const stock of sheetStocks)
      if (!isTaken(here.sheetStocks, stock.name)) pieceShelf.saveSheetStock(stock);
    for (const size of stockSizes) if (!isTaken(here.stockSizes, size.name)) pieceShelf.saveStockSize(size);
  };
  /** Under their ids, so that jobs find them; one that is here under its id or its name is left alone. */
  const takeProfiles = (coming: ReadRest['profiles']): void => {
    const ids = new Set(profiles.list().map(({ id }) => id));
    for (const { id, ...profile } of coming) if (!ids.has(id)) profiles.takeIn(id, profile);
  };
  const takePatterns = (coming: ReadRest['namePatterns']): void => {
    const there = new Set(namePatterns.list().map(({ collection }) => collection));
    for (const pattern of coming) if (!there.has(pattern.collection)) namePatterns.keep(pattern);
  };
  const takeCoupons = (coming: ReadRest['coupons']): void => {
    const ids = new Set(coupons.list().map(({ coupon }) => coupon.id));
    for (const kept of coming) if (!ids.has(kept.coupon.id)) coupons.keep(kept);
  };

  /** Of jobs that came in under the id that they had; what is here keeps its own. */
  const takeWithJobs = ({ sheets: comingSheets, series: comingSeries }: ReadRest): void => {
    const came = new Set(
      db.prepare<[], string>('SELECT id FROM staged.jobs WHERE id = given_id').pluck().all(),
    );
    for (const { jobId, sheet } of comingSheets) if (came.has(jobId)) sheets.keep(jobId, sheet);
    for (const own of comingSeries) if (came.has(own.jobId)) series.keep(own.jobId, own.series);
  };

  const refusedOf = ({ links: coming, linkSettings }: ReadRest) =>
    links.refusedOf({ links: coming, settings: linkSettings });

  const copyOver = writing(db, (staged: Staged) => {
    const refused = refusedOf(staged);
    const { houseStyles: styles, pieceShelf: shelf, profiles: coming } = staged;
    const now = new Date().toISOString();
    // Files come first, so that everything that refers to one finds it.
    db.prepare(
      `INSERT INTO main.files (hash, media_type, bytes, added_at, asked_at)
       SELECT hash, media_type, bytes, ?, ? FROM staged.files WHERE true
       ON CONFLICT (hash) DO UPDATE SET asked_at = excluded.asked_at`,
    ).run(now, now);
    takeStyles(styles);
    takeShelf(shelf);
    takeProfiles(coming);
    takePatterns(staged.namePatterns);
    takeCoupons(staged.coupons);
    for (const sql of comingIn) db.prepare(sql).run();
    takeWithJobs(staged);
    for (const run of staged.runs) runs.takeIn(run);
    if (staged.linkSettings !== null && refused.settings === null) links.takeSettings(staged.linkSettings);
    for (const link of staged.links) if (!refused.links.has(link.id)) links.takeIn(link);
  });
  /** What came in a form that can be read, but may not be kept; by the name that it has in the archive. */
  function leftOut(staged: Staged): ImportReport['rejected'] {
    const refused = refusedOf(staged);
    return [
      ...(refused.settings === null ? [] : [{ file: entryNames.linkSettings, reason: refused.settings }]),
      ...[...refused.links].map(([id, reason]) => {
        const { name } = staged.links.find((link) => link.id === id)!.revisions.at(-1)!.link;
        return { file: entryNames.link(id), reason: `“${name}”. ${reason}` };
      }),
    ];
  }
  /** With the prepared database at hand: what is in it, copied over unless it is a dry run. */
  function bringIn(stage: string, staged: Staged, dry: boolean): ImportReport {
    db.prepare('ATTACH ? AS staged').run(stage);
    try {
      const left = leftOut(staged);
      if (!dry) copyOver(staged);
      const rows = db
        .prepare<[], { id: string; name: string; isCopy: number }>(
          'SELECT id, name, id <> given_id AS isCopy FROM staged.jobs ORDER BY job',
        )
        .all();
      if (!dry) {
        jobs.cameIn(rows.map(({ id }) => id));
        links.cameIn(staged.links.map(({ id }) => id));
      }
      const named = (isCopy: boolean): string[] =>
        rows.filter((row) => (row.isCopy === 1) === isCopy).map(({ name }) => name);
      return {
        add: named(false),
        copy: named(true),
        same: [...staged.same],
        rejected: [...staged.rejected, ...left],
      };
    } finally {
      db.exec('DETACH staged');
    }
  }

  return {
    out: () =>
      writeArchive(db, {
        houseStyles: houseStyles.list(),
        pieceShelf: pieceShelf.list(),
        profiles: profiles.list(),
        namePatterns: namePatterns.list(),
        coupons: coupons.list(),
        sheets: sheets.list().map(({ jobId, document: sheet }) => ({ jobId, sheet })),
        series: series.list().map(({ jobId, document: own }) => ({ jobId, series: own })),
      }),
    take: async (archive, dry, long = {}) => {
      try {
        return await withIncoming(
          folder,
          { stream: archive, kind: 'zip', mostBytes: archiveLimits.archiveBytes },
          async (zip) => {
            const stage = zip.replace(/zip$/, 'sqlite');
            const staged = await workshop.archive({ archive: zip, here: db.name, stage }, long);
            if ('problem' in staged) return staged;
            return patiently(() => bringIn(stage, staged, dry));
          },
        );
      } catch (error) {
        if (!(error instanceof TooLarge)) throw error;
        return {
          problem: `The archive has more than ${inMb(archiveLimits.archiveBytes)}, the most that is read.`,
        };
      }
    },
  };
}
