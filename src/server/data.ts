/** Everything that is kept, with what is needed to look at it. */
import { dirname, join } from 'node:path';
import type { SeriesDocument } from '../core/series';
import type { SheetDocument } from '../core/sheet';
import { documentKinds, type UnreadableDocument } from '../wire';
import { archiveStore, type ArchiveStore } from './archive';
import { Background, silentLog, type Log } from './upkeep';
import { checkStore, type CheckStore, couponStore, type CouponStore } from './checks';
import { writing, type Db } from './db';
import { unreadableOf, fileStore, type FileStore, unreadStore } from './documents';
import {
  houseStyleStore,
  type HouseStyleStore,
  pieceShelfStore,
  type PieceShelfStore,
  namePatternStore,
  type NamePatternStore,
  profileStore,
  type ProfileStore,
} from './looks';
import {
  jobDocumentStore,
  type JobDocumentStore,
  JobStore,
  Measuring,
  shelfStore,
  type ShelfStore,
} from './jobs';
import { linkStore, linkUses, proxiesOf, VisitStore, type ForwardingSetting, Links } from './links';
import { runHere, Runs, runStore, type RunThreads } from './runs';
import { workshopHere, type Workshop } from './work';

export interface Data {
  /** Series that are made, and the register of what was. */
  readonly runs: Runs;
  readonly jobs: JobStore;
  /** The list of jobs. */
  readonly shelf: ShelfStore;
  readonly files: FileStore;
  readonly houseStyles: HouseStyleStore;
  readonly pieceShelf: PieceShelfStore;
  readonly profiles: ProfileStore;
  readonly namePatterns: NamePatternStore;
  readonly checks: CheckStore;
  readonly coupons: CouponStore;
  readonly sheets: JobDocumentStore<SheetDocument>;
  readonly series: JobDocumentStore<SeriesDocument>;
  readonly links: Links;
  readonly archive: ArchiveStore;
  /** What lists leave out because it cannot be read. */
  readonly unreadable: () => readonly UnreadableDocument[];
  /** Limits of saved jobs, measured after they were saved. */
  readonly measuring: Measuring;
  readonly workshop: Workshop;
  /** Work that nobody waits for. */
  readonly background: Background;
}

export interface DataOptions {
  readonly workshop?: Workshop;
  readonly threads?: RunThreads;
  readonly log?: Log;
  readonly forwarding?: ForwardingSetting;
}

const noForwarding: ForwardingSetting = { port: null, host: '127.0.0.1', proxies: proxiesOf(undefined) };

export function openData(
  db: Db,
  {
    workshop = workshopHere,
    threads = runHere,
    log = silentLog,
    forwarding = noForwarding,
  }: DataOptions = {},
): Data {
  const background = new Background(log);
  const folder = dirname(db.name);
  const files = fileStore(db);
  const measuring = new Measuring({
    severity: (job, needed) => workshop.severity(job, needed),
    files,
    background,
    keep: (measured) => jobs.measured(measured),
    isOpen: () => db.open,
  });
  const shelf = shelfStore(db, background);
  const uses = linkUses(db);
  const jobs = new JobStore(db, files, (...revision) => measuring.ask(...revision), background, shelf, uses);
  const stores = {
    jobs,
    shelf,
    files,
    houseStyles: houseStyleStore(db, files),
    pieceShelf: pieceShelfStore(db, files, uses),
    profiles: profileStore(db),
    namePatterns: namePatternStore(db),
    checks: checkStore(db),
    coupons: couponStore(db),
    sheets: jobDocumentStore(db, 'sheets', documentKinds.sheet, (jobId, sheet) =>
      uses.note('sheet', jobId, sheet),
    ),
    series: jobDocumentStore(db, 'series', documentKinds.series, (jobId, document) => {
      const pictures = document.pictures.map(({ hash }) => hash);
      files.refer('series', jobId, pictures);
      uses.note('series', jobId, document);
    }),
  };
  const unread = unreadStore(db, files);
  const runs = new Runs(
    runStore(db, files, uses),
    threads,
    { database: db.name, folder: join(folder, 'runs') },
    background,
  );
  const links = new Links({
    store: linkStore(db, uses),
    visits: new VisitStore(db, (error) => background.report('Visits of links are not kept yet.', error)),
    uses,
    forwarding,
    logs: { folder, work: workshop.readLog },
    background,
  });
  // Data of an older program does not know yet which links stand where.
  void background.untilKept('Where links are used is not known yet.', () =>
    writing(db, uses.learnBase)(links.settings().base),
  );
  return {
    ...stores,
    runs,
    links,
    unreadable: () => [...unreadableOf(db), ...unread.list()],
    archive: archiveStore(
      db,
      { ...stores, runs: runs.store, links, uses, unread },
      (...staging) => workshop.archive(...staging),
      background,
    ),
    measuring,
    workshop,
    background,
  };
}
