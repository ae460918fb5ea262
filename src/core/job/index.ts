/** job: the document, its older versions, changes to it, what a new one begins with. */
export {
  applyChanges,
  codeOf,
  freeId,
  sampleItems,
  withCode,
  withCodeAdded,
  withPieceOf,
  withSampleWords,
  withoutCode,
} from './changes';
export { describeChanges } from './describeChanges';
export { type CodeSettings, type Job, jobSchema, mostCodes, type Override } from './job';
export { type JobFile, jobFileKind, jobFileLimits, jobFileOf, readJobFile } from './jobFile';
export { filesOfJob, filesOfLook, type Look, lookOf, lookSchema, plainLook } from './look';
export { inLook, lookKey, lookName, type LookPart, lookParts, mixedLooks } from './looks';
export { anyJobSchema, jobKind, type ParsedJob, parseJob, withPatternId } from './migrations';
export { pairOfJob } from './pairOfJob';
export { newJob, type NewJobOptions } from './newJob';
export { newArt, newBorder, newFrame, newWords, type ItemDraft, itemsOf } from './newItems';
export { scaledJob } from './resized';
export { textFields } from './textFields';
export { hostOf, shownTitle, titleOf } from './titles';
