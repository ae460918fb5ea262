/** links: forwarding links and their revisions, the forwarding server, visits, logs and tables of other servers. */
export { archivedLinks } from './archived';
export { forwardingListener, type ForwardingTools, proxiesOf } from './forwardingListener';
export { Links } from './links';
export type { ForwardingSetting } from './forwardingServer';
export { mostLogBytes } from './logs';
export { type LogPart, type LogPaths, readLog } from './readLog';
export { linkLogRoutes, linkRoutes } from './routes';
export { linkStore, type LinkStore, UnreadableSettings } from './store';
export { linkUses, type LinkUses } from './uses';
export { VisitStore } from './visits';
