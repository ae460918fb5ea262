/** job: the document, its older versions, changes to it, what a new one begins with. */
export { codesOf, findingAt, focusCode, placeInJob, withoutCode } from './codes';
export { describeChanges } from './describeChanges';
export {
  anyJobSchema,
  applyChanges,
  type CodeSettings,
  type Job,
  jobSchema,
  mostCodes,
  parseJob,
  problemsOf,
} from './job';
export { filesOfLook, type Look, lookOf, lookSchema, plainLook } from './look';
export { inLook, lookKey, lookName, type LookPart, lookParts, mixedLooks } from './looks';
export { newJob, type NewJobOptions } from './newJob';
export { newArt, newBorder, newFrame, newWords, type ThingDraft, thingsOf } from './newThings';
export { textFields } from './textFields';
