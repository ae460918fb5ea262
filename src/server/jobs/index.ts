/** jobs: jobs with their revisions and proofs, the list of them, their sheets and series, and the limits that are measured after a save. */
export { type JobDocumentStore, jobDocumentRoutes, jobDocumentStore } from './jobDocuments';
export { Measuring } from './measuring';
export { readSentJobFile, readSentRevisions, type SentRevisions } from './sentRevisions';
export { type FilesByHash, severityOf } from './severity';
export { type ShelfStore, shelfStore } from './shelf';
export { JobStore } from './store';
export { summaryOf } from './summary';
export { jobRoutes } from './routes';
