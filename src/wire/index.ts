/** wire: what goes over HTTP and into files: schemas and readers. */
export {
  createJobSchema,
  type ProofRecord,
  newestRevisions,
  revisionDocumentsSchema,
  nameRevisionSchema,
  revisionListSchema,
  revisionNumberSchema,
  type SavedJob,
  savedJobSchema,
  saveProofSchema,
  saveRevisionSchema,
} from './jobs';
export {
  collectionStyleSchema,
  documentsSchema,
  type HouseStyle,
  houseStyleIdSchema,
  houseStyleListSchema,
  houseStyleSchema,
  reviseJobsSchema,
  type SavedFile,
  savedFileSchema,
  saveHouseStyleSchema,
} from './looks';
export {
  type OwnStockSize,
  type OwnSheetStock,
  ownSheetStockSchema,
  type OwnTemplate,
  type PieceShelf,
  pieceShelfSchema,
  type SaveSheetStock,
  saveSheetStockSchema,
  type SaveStockSize,
  saveStockSizeSchema,
  saveTemplateSchema,
} from './pieceShelf';
export {
  checkIdSchema,
  type CheckList,
  checkListSchema,
  type CheckResult,
  checkResultSchema,
  type KeptCheck,
  keptCheckSchema,
  type SaveCheck,
  saveCheckSchema,
} from './checks';
export { type JobSeries, jobSeriesSchema, keptSeriesSchema } from './series';
export { type JobSheet, jobSheetSchema, type KeptSheet, keptSheetSchema } from './sheets';
export { couponListSchema, type KeptCoupon, keptCouponSchema } from './coupons';
export { phonePictureIdSchema, type PhoneState, phoneStateSchema } from './phone';
export { type NamePattern, namePatternListSchema, namePatternSchema } from './namePatterns';
export {
  parseProfileDocument,
  type Profile,
  profileDocument,
  profileIdSchema,
  profileListSchema,
  profileSchema,
  type SaveProfile,
  saveProfileSchema,
} from './profiles';
export {
  askDocumentsSchema,
  fileJobsSchema,
  findTwinsSchema,
  type ImportReport,
  importReportSchema,
  jobIdSchema,
  type JobSummary,
  markMadeSchema,
  moveJobsSchema,
  type Place,
  places,
  shelfSchema,
  twinsSchema,
} from './shelf';
export { parseStyleDocument, type StyleDocument, styleDocumentSchema } from './styleDocument';
export {
  againSchema,
  type ArchivedRun,
  archivedRunSchema,
  askMadeSchema,
  type AskRegister,
  askRegisterSchema,
  type AskRun,
  askRunSchema,
  type MadeBefore,
  madeBeforeSchema,
  type MadePiece,
  noteSchema,
  piecesAPage,
  type Register,
  registerSchema,
  type Run,
  runIdSchema,
  runListSchema,
  type RunReport,
  runReportSchema,
  runSchema,
  type RunState,
  type RunWish,
  runWishSchema,
} from './runs';
