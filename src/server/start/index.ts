/** start: what is done before the server answers: its folder, daily copies, and the check of its data. */
export { copyDaily, restoreCopy } from './backups';
export { checkData } from './checkData';
export { dataFolder } from './dataFolder';
export {
  StartProblem,
  holdFolder,
  linksPortOf,
  openDatabaseIn,
  phonePortOf,
  portOf,
  prepareFolder,
  refuseLostDatabase,
  trustedProxies,
} from './start';
