/** archive: everything out in one file, and such a file in. */
export { archiveRoutes } from './routes';
export { type ArchiveNote, type StagePaths, type Staged, stageArchive } from './stage';
export { type ArchiveStore, archiveStore } from './store';
