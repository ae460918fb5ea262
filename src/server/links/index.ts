/** links: forwarding links and their revisions, the public door, visits, logs and tables of other servers. */
export { archivedLinks } from './archived';
export { doorServer, type DoorTools, proxiesOf } from './door';
export { Links } from './links';
export type { DoorSetting } from './publicDoor';
export { mostLogBytes } from './logs';
export { type LogPart, type LogPaths, readLog } from './readLog';
export { linkLogRoutes, linkRoutes } from './routes';
export { linkStore, type LinkStore, UnreadableSettings } from './store';
export { linkUses, type LinkUses } from './uses';
export { VisitStore } from './visits';
