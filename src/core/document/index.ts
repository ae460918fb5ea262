/** document: kinds of documents that the owner makes, each with its versions: whatever an older program wrote is read as one of today. */
export { DocumentKind, type ReadDocument } from './kind';
export { problemsOf } from './problems';
