/** links: forwarding links and their revisions, the public door, visits, logs and tables of other servers. */
export { archivedLinks } from './archived';
export { doorServer, type DoorTools, proxiesOf } from './door';
export { createLinks, type DoorSetting, type Links } from './links';
export { linkLogRoutes, linkRoutes } from './routes';
export { linkPieces } from './pieces';
export { linkStore, type LinkStore } from './store';
export { visitStore } from './visits';
