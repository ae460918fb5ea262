/** series: a table or numbers come in, with which column goes where; a job for each row goes out, and what is wrong with each. */
export { checkCharacters, type CheckSystem, checkSystemName, checkSystems, isChecked } from './checkDigits';
export {
  numberColumn,
  type Rows,
  rowsOf,
  type SeriesDocument,
  seriesDocumentSchema,
  seriesFormatVersion,
} from './document';
export {
  applyRow,
  cellsOf,
  columnsIn,
  type Match,
  matchByName,
  matchSchema,
  type RowJob,
  type RowProblem,
  type Target,
} from './match';
export { clearAlphabet, numbersSchema, type NumbersWish, oneInSoMany, seriesNumbers } from './numbers';
export { isSpreadsheet, readSpreadsheet } from './spreadsheet';
export {
  type Encoding,
  type ReadTable,
  encodings,
  readPasted,
  readTable,
  type Separator,
  separators,
  type Table,
  tableLimits,
  type TableNote,
} from './table';
