/** runs: series that are made on the server in threads, and the register of what was made. */
export { jobRunRoutes, registerRoutes, runRoutes } from './routes';
export { Runs } from './runs';
export { archivedRuns, piecesAtOnce, runStore, type RunStore } from './store';
export { runHere, runInThreads, type RunThreads } from './threads';
export { type PartOrder, runPart } from './task';
