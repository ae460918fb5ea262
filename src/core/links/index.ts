/** links: forwarding links as data: where a visit is sent, by which rules; short addresses; who visits; tables for other servers. */
export { isForwarding, type LoggedRequest, readLogLine } from './accessLog';
export {
  addressCost,
  type BaseFault,
  baseFaults,
  baseProblem,
  drawnSlug,
  linkAddress,
  readableSlug,
  slugLength,
  slugOf,
  type TargetCaution,
  targetCautions,
  unescapedSlug,
} from './address';
export { forward, type Forwarded, isWithin, type Visit } from './forward';
export {
  isZone,
  type Link,
  linkFaults,
  linkKind,
  linkSchema,
  newLink,
  type PhoneKind,
  phoneKinds,
  type Rule,
  ruleSchema,
  type Schedule,
  slugKey,
  slugSchema,
  targetFault,
  writtenTarget,
} from './link';
export { hostIn, slugsIn, textsIn } from './mentions';
export { escaped, page, retiredPage } from './page';
export { type Counting, privacyPage, privacyText } from './privacy';
export { type PublicWish, type SentVisit, simulatedPublic } from './public';
export { type Reach, reachOf } from './reach';
export { type AroundChange, aroundChange, type ChangeKind, changesOf, type LinkChange } from './changes';
export { type Grouping, groupings, mostOf, type SharedOut, sharesBy, shareOut } from './shares';
export { isThirdParty } from './thirdParty';
export {
  linkTable,
  rowsOfLinks,
  type TableFile,
  type TableForm,
  tableFormNames,
  tableForms,
  type Uncarried,
  uncarried,
} from './tables';
export {
  type Device,
  devices,
  languageOf,
  type System,
  systems,
  type Visitor,
  visitorOf,
  visitorsKept,
  type Who,
  whos,
} from './visitor';
