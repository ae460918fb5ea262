/**
 * Everything out, and an archive in: copied in slices that nobody sees, and shown by one small write, so that a server that is killed has
 * all of it or nothing, and answers others meanwhile.
 */
import { dirname } from 'node:path';
import type { Readable } from 'node:stream';
import type { ArchivedRun, ImportReport } from '../../wire';
import { Background } from '../upkeep';
import { arrivalsOf, writing, type Db, patiently } from '../db';
import { oneByOne } from '../../core/tasks';
import { type LongWork, WorkStopped } from '../limited';
import { sweepIncoming, TooLarge, withIncoming } from '../http';
import type { HouseStyleStore, NamePatternStore, ProfileStore, PieceShelfStore } from '../looks';
import type { CouponStore } from '../checks';
import type { JobStore, ShelfStore, JobDocumentStore } from '../jobs';
import type { SeriesDocument } from '../../core/series';
import type { SheetDocument } from '../../core/sheet';
import type { Links, LinkUses } from '../links';
import type { UnreadStore } from '../documents';
import { piecesAtOnce, type RunStore } from '../runs';

import { archiveLimits, entryNames, inMb, type ReadRest } from './format';
import type { ArchiveNote, Staged, StageWork } from './stage';
import { writeArchive } from './write';

export interface ArchiveStore {
  out(): Readable;
  /**
   * Adds what is not here; with `dry` it only says what would be done. What is here is never changed. One sentence when
   * the archive is refused.
   */
  importFrom(
    archive: Readable,
    dry: boolean,
    long?: LongWork<ArchiveNote>,
  ): Promise<ImportReport | { readonly problem: string }>;
}

export interface Stores {
  readonly jobs: JobStore;
  readonly shelf: ShelfStore;
  readonly houseStyles: HouseStyleStore;
  readonly profiles: ProfileStore;
  readonly namePatterns: NamePatternStore;
  readonly coupons: CouponStore;
  readonly sheets: JobDocumentStore<SheetDocument>;
  readonly series: JobDocumentStore<SeriesDocument>;
  readonly pieceShelf: PieceShelfStore;
  readonly runs: RunStore;
  readonly links: Links;
  readonly uses: LinkUses;
  readonly unread: UnreadStore;
}

/** Of what a process has made ready: jobs from `@from` to `@to`, unseen. */
const jobsComingIn = [
  `INSERT INTO main.jobs (id, created_at, current_revision, place, arrival)
   SELECT id, created_at, current_revision, place, @arrival FROM staged.jobs WHERE job BETWEEN @from AND @to ORDER BY job`,
  `INSERT INTO main.revisions (job_id, number, name, document, saved_at)
   SELECT id, number, revisions.name, document, saved_at
   FROM staged.jobs JOIN staged.revisions USING (job) WHERE job BETWEEN @from AND @to ORDER BY job, number`,
  `INSERT INTO main.proofs (job_id, revision, report, proved_at)
   SELECT id, revision, report, proved_at FROM staged.jobs JOIN staged.proofs USING (job) WHERE job BETWEEN @from AND @to`,
  `INSERT INTO main.makings (job_id, revision, made_on, note)
   SELECT id, revision, made_on, note FROM staged.jobs JOIN staged.makings USING (job) WHERE job BETWEEN @from AND @to`,
  `INSERT INTO main.checks (id, job_id, revision, checked_at, note, file_name, predicted, result, thumbnail)
   SELECT checks.id, jobs.id, revision, checked_at, note, file_name, predicted, result, thumbnail
   FROM staged.jobs JOIN staged.checks USING (job) WHERE job BETWEEN @from AND @to`,
  'INSERT INTO main.summaries (job_id, summary) SELECT id, summary FROM staged.jobs WHERE job BETWEEN @from AND @to',
  `INSERT OR IGNORE INTO main.file_references (hash, owner, owner_id)
   SELECT hash, 'job', id FROM staged.jobs JOIN staged.file_references USING (job) WHERE job BETWEEN @from AND @to`,
] as const;
/** Ids that were taken meanwhile give way. */
const givingWay = [
  'UPDATE staged.jobs SET id = spare_id WHERE job BETWEEN @from AND @to AND id IN (SELECT id FROM main.jobs)',
  'UPDATE staged.checks SET id = spare_id WHERE job BETWEEN @from AND @to AND id IN (SELECT id FROM main.checks)',
] as const;

/** Copied in one go: others wait no longer than for these. */
const [jobsAtOnce, filesAtOnceBytes, namesAtOnce] = [12, 500_000, 1000];

export function archiveStore(
  db: Db,
  {
    jobs,
    shelf,
    houseStyles,
    pieceShelf,
    profiles,
    namePatterns,
    coupons,
    sheets,
    series,
    runs,
    links,
    uses,
    unread,
  }: Stores,
  stageInProcess: StageWork,
  background: Background = new Background(),
): ArchiveStore {
  const folder = dirname(db.name);
  const arrivals = arrivalsOf(db);
  const letOthersGo = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
  sweepIncoming(folder);

  /** What an import brought that came to no end. */
  async function takeBack(arrival: string): Promise<void> {
    await background.untilKept('What a broken import brought is not deleted yet.', async () => {
      while (db.open && arrivals.takeBack(arrival)) await letOthersGo();
    });
  }
  for (const arrival of arrivals.left()) void takeBack(arrival);

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

  /** Of jobs that came in, under the ids that they have here; what is here keeps its own. */
  const takeWithJobs = ({ sheets: comingSheets, series: comingSeries }: Staged): void => {
    const came = db.prepare<[string], string>('SELECT id FROM staged.jobs WHERE given_id = ?').pluck();
    for (const { jobId, sheet } of comingSheets) {
      const id = came.get(jobId);
      const pieces = sheet.pieces.map((piece) => ({ ...piece, jobId: came.get(piece.jobId) ?? piece.jobId }));
      if (id !== undefined) sheets.keep(id, { ...sheet, pieces });
    }
    for (const coming of comingSeries) {
      const id = came.get(coming.jobId);
      if (id !== undefined) series.keep(id, coming.series);
    }
  };

  const refusedOf = ({ links: coming, linkSettings }: ReadRest) =>
    links.refusedOf({ links: coming, settings: linkSettings });

  /** Does one slice after the other, each as a transaction. */
  async function inSlices(
    count: number,
    signal: AbortSignal | undefined,
    slice: (index: number) => void,
  ): Promise<void> {
    const write = writing(db, slice);
    for (let index = 0; index < count; index++) {
      if (signal?.aborted === true) throw new WorkStopped('The import was stopped.');
      if (!db.open) throw new Error('The server is being ended.');
      await patiently(() => write(index));
      await letOthersGo();
    }
  }

  /** Files come first, so that everything that refers to one finds it; nobody sees a file that nothing refers to. */
  async function copyFiles(now: string, signal?: AbortSignal): Promise<void> {
    const sizes = db
      .prepare<[], { hash: string; size: number }>('SELECT hash, length(bytes) AS size FROM staged.files')
      .all();
    const slices: string[][] = [];
    let room = 0;
    for (const { hash, size } of sizes) {
      if (room < size) {
        slices.push([]);
        room = filesAtOnceBytes;
      }
      slices.at(-1)!.push(hash);
      room -= size;
    }
    const insert = db.prepare(
      `INSERT INTO main.files (hash, media_type, bytes, added_at, asked_at)
       SELECT hash, media_type, bytes, @now, @now FROM staged.files WHERE hash = @hash
       ON CONFLICT (hash) DO UPDATE SET asked_at = excluded.asked_at`,
    );
    await inSlices(slices.length, signal, (index) =>
      slices[index]!.forEach((hash) => insert.run({ hash, now })),
    );
  }

  async function copyJobs(
    arrival: string,
    tell: (done: number, of: number) => void,
    signal?: AbortSignal,
  ): Promise<void> {
    const count = db.prepare<[], number>('SELECT count(*) FROM staged.jobs').pluck().get()!;
    const clash = db
      .prepare<object, number>(
        `SELECT EXISTS (SELECT 1 FROM staged.jobs WHERE job BETWEEN @from AND @to AND id IN (SELECT id FROM main.jobs))
             OR EXISTS (SELECT 1 FROM staged.checks WHERE job BETWEEN @from AND @to AND id IN (SELECT id FROM main.checks))`,
      )
      .pluck();
    const giveWay = givingWay.map((sql) => db.prepare(sql));
    const copies = jobsComingIn.map((sql) => db.prepare(sql));
    const idsOf = db
      .prepare<object, string>('SELECT id FROM staged.jobs WHERE job BETWEEN @from AND @to ORDER BY job')
      .pluck();
    await inSlices(Math.ceil(count / jobsAtOnce), signal, (index) => {
      const slice = { from: index * jobsAtOnce + 1, to: (index + 1) * jobsAtOnce };
      if (clash.get(slice) === 1) for (const statement of giveWay) statement.run(slice);
      for (const statement of copies)
        statement.run(statement.source.includes('@arrival') ? { ...slice, arrival } : slice);
      const ids = idsOf.all(slice);
      ids.forEach(shelf.renew);
      uses.noteRevisionsOf(ids);
      tell(Math.min(slice.to, count), count);
    });
  }

  async function copyRuns(arrival: string, signal?: AbortSignal): Promise<void> {
    const staged = db
      .prepare<[], { run: number; id: string; pieces: number }>(
        'SELECT run, id, (SELECT count(*) FROM staged.pieces WHERE pieces.run = runs.run) AS pieces FROM staged.runs ORDER BY run',
      )
      .all();
    const headOf = db.prepare<[number], string>('SELECT head FROM staged.runs WHERE run = ?').pluck();
    const copy = db.prepare(
      `INSERT INTO main.made_pieces (run_id, row, copy, name, payload, file, page, place, note)
       SELECT @id, row, copy, name, payload, file, page, place, note FROM staged.pieces
       WHERE run = @run AND at >= @from AND at < @from + ${piecesAtOnce}`,
    );
    const messagesOf = db
      .prepare<object, string>(
        `SELECT payload FROM staged.pieces WHERE run = @run AND at >= @from AND at < @from + ${piecesAtOnce}`,
      )
      .pluck();
    for (const { run, id, pieces } of staged) {
      let isNew = true;
      await inSlices(1 + Math.ceil(pieces / piecesAtOnce), signal, (index) => {
        if (index === 0)
          isNew = runs.takeIn(JSON.parse(headOf.get(run)!) as Omit<ArchivedRun, 'pieces'>, arrival);
        else if (isNew) {
          const part = { id, run, from: (index - 1) * piecesAtOnce };
          copy.run(part);
          uses.notePieces(id, messagesOf.all({ run, from: part.from }), index === 1);
        }
      });
    }
  }

  /** What is small comes in with what shows the rest. */
  const showAll = writing(db, (staged: Staged, arrival: string) => {
    const refused = refusedOf(staged);
    arrivals.show(arrival);
    takeStyles(staged.houseStyles);
    takeShelf(staged.pieceShelf);
    takeProfiles(staged.profiles);
    takePatterns(staged.namePatterns);
    takeCoupons(staged.coupons);
    takeWithJobs(staged);
    unread.dropRead(staged.apart, staged.unread);
    if (staged.linkSettings !== null && refused.settings === null) links.takeSettings(staged.linkSettings);
    for (const link of staged.links) if (!refused.links.has(link.id)) links.takeIn(link);
  });

  /** Of an import that broke: those that it brought. */
  const dropFiles = db.prepare(
    'DELETE FROM files WHERE added_at = ? AND NOT EXISTS (SELECT 1 FROM file_references WHERE hash = files.hash)',
  );

  async function copyOver(staged: Staged, { signal, onNote }: LongWork<ArchiveNote>): Promise<void> {
    const arrival = await patiently(arrivals.begin);
    const now = new Date().toISOString();
    try {
      await copyFiles(now, signal);
      const base = staged.linkSettings?.base ?? '';
      // Known before what names addresses below it comes in, slice by slice.
      if (refusedOf(staged).settings === null) await patiently(() => writing(db, uses.learnBase)(base));
      await copyJobs(arrival, (done, of) => void onNote?.({ done, of }), signal);
      await copyRuns(arrival, signal);
      await inSlices(staged.unread.length, signal, (index) => unread.keep(staged.unread[index]!));
      await patiently(() => showAll(staged, arrival));
    } catch (error) {
      await takeBack(arrival);
      await background.untilKept('Files of a broken import are not deleted yet.', () => dropFiles.run(now));
      throw error;
    }
  }

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
  interface StagedJob {
    readonly id: string;
    readonly name: string;
    readonly isCopy: number;
  }
  async function stagedJobs(): Promise<readonly StagedJob[]> {
    const select = db.prepare<[number], StagedJob & { job: number }>(
      `SELECT job, id, name, id <> given_id AS isCopy FROM staged.jobs WHERE job > ? ORDER BY job LIMIT ${namesAtOnce}`,
    );
    const jobsOfIt: StagedJob[] = [];
    for (let rows = select.all(0); rows.length > 0; rows = select.all(rows.at(-1)!.job)) {
      jobsOfIt.push(...rows);
      await letOthersGo();
    }
    return jobsOfIt;
  }

  /** With the prepared database at hand: what is in it, copied over unless it is a dry run. */
  async function bringIn(
    stage: string,
    staged: Staged,
    dry: boolean,
    long: LongWork<ArchiveNote>,
  ): Promise<ImportReport> {
    db.prepare('ATTACH ? AS staged').run(stage);
    try {
      // It is thrown away whatever happens.
      db.pragma('staged.journal_mode = OFF');
      db.pragma('staged.synchronous = OFF');
      const left = leftOut(staged);
      if (!dry) await copyOver(staged, long);
      const rows = await stagedJobs();
      if (!dry) {
        await jobs.cameIn(rows.map(({ id }) => id));
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
      if (db.open) db.exec('DETACH staged');
    }
  }
  /** One import after the other. */
  const inTurn = oneByOne();

  return {
    out: () => writeArchive(db),
    importFrom: async (archive, dry, long = {}) => {
      try {
        return await withIncoming(
          folder,
          { stream: archive, kind: 'zip', mostBytes: archiveLimits.archiveBytes },
          async (zip) => {
            const stage = zip.replace(/zip$/, 'sqlite');
            const staged = await stageInProcess({ archive: zip, here: db.name, stage }, long);
            if ('problem' in staged) return staged;
            return inTurn(() => bringIn(stage, staged, dry, long));
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
