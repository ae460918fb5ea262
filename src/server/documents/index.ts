/** documents: what the owner makes, as it is kept: kinds, saves, the files they refer to, and texts that cannot be read. */
export { Unreadable, documentOf, ofToday, parsedDocument, textOfToday } from './documents';
export { type FileStore, fileStore } from './files';
export { lookThrough, unreadableOf } from './kinds';
export { outcomeOf } from './saves';
export { type UnreadEntry, type UnreadStore, outgoingUnread, unreadStore } from './unread';
