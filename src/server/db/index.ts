/** db: the database, its migrations, what comes in unseen, and what a disk or a lock can do to it. */
export { arrivalsOf, isSeen } from './arrivals';
export { type Db, allOrNone, formatOf, newestFormat, openDatabase, writing } from './open';
export { patiently, pausesMs } from './patience';
export { type StorageTrouble, storageTroubleOf, storageWords } from './trouble';
