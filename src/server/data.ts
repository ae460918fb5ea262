/** Everything that is kept, with what is needed to look at it. */
import { dirname, join } from 'node:path';
import type { SeriesDocument } from '../core/series';
import type { SheetDocument } from '../core/sheet';
import { documentKinds, type UnreadableDocument } from '../wire';
import { archiveStore, type ArchiveStore } from './archive/store';
import { Background, silentLog, type Log } from './background';
import { checkStore, type CheckStore } from './checks';
import { couponStore, type CouponStore } from './coupons';
import { writing, type Db } from './db/open';
import { unreadableOf } from './documentKinds';
import { fileStore, type FileStore } from './files';
import { houseStyleStore, type HouseStyleStore } from './houseStyles';
import { jobDocumentStore, type JobDocumentStore } from './jobDocuments';
import { JobStore } from './jobs';
import { linkStore, linkUses, proxiesOf, VisitStore, type DoorSetting, Links } from './links';
import { Measuring } from './measuring';
import { pieceShelfStore, type PieceShelfStore } from './pieceShelf';
import { namePatternStore, type NamePatternStore } from './namePatterns';
import { profileStore, type ProfileStore } from './profiles';
import { runHere, Runs, runStore, type RunThreads } from './runs';
import { shelfStore, type ShelfStore } from './shelf';
import { unreadStore } from './unread';
import { workshopHere, type Workshop } from './workshop';

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
  readonly door?: DoorSetting;
}

const noDoor: DoorSetting = { port: null, host: '127.0.0.1', proxies: proxiesOf(undefined) };

export function openData(
  db: Db,
  { workshop = workshopHere, threads = runHere, log = silentLog, door = noDoor }: DataOptions = {},
): Data {
  const background = new Background(log);
  const folder = dirname(db.name);
  const files = fileStore(db);
  const measuring = new Measuring({
    workshop,
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
    door,
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
    archive: archiveStore(db, { ...stores, runs: runs.store, links, uses, unread }, workshop, background),
    measuring,
    workshop,
    background,
  };
}
