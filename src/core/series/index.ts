/** series: a table or numbers come in, with which column goes where; a job for each row goes out, and what is wrong with each. */
export { checkCharacters, type CheckSystem, checkSystemName, checkSystems, isChecked } from './checkDigits';
export {
  firstRowOf,
  namingColumn,
  newSeries,
  numberColumn,
  type Rows,
  rowsOf,
  type SeriesDocument,
  seriesDocumentSchema,
  seriesKind,
  type SeriesSource,
  seriesSourceSchema,
} from './document';
export { applyRow, picturesOfRows, type RowJob, type RowProblem, textsOfRows } from './applyRow';
export { unpackPictures, type UnpackedPicture } from './pictureZip';
export {
  columnsIn,
  type Match,
  matchByName,
  matchSchema,
  singleTargets,
  type Target,
  targetsOf,
} from './match';
export { type NamedPicture, pictureKey, pictureLimit, pictureNamed } from './pictures';
export { numbersSchema, type NumbersWish, oneInSoMany, seriesNumbers } from './numbers';
export { isSpreadsheet, readSpreadsheet } from './spreadsheet';
export {
  type Encoding,
  type ReadTable,
  encodings,
  readPasted,
  type ReadSetting,
  readTable,
  type Separator,
  separators,
  type Table,
  tableLimits,
  type TableNote,
} from './table';
export { noteText, problemText, targetName } from './rowTexts';
