/** imposition: jobs that ran are laid on the sheets of a stock; operations, files and notes for whole sheets go out. */
export { jobForCount, laySheets, widestOnSheet } from './laySheets';
export { loadCaption, sheetCaption } from './sheetCaption';
export { checkedSheetFiles, type CheckedSheetFiles, hasCodes } from './checkedSheetFiles';
export { sheetFiles, unreadCodes } from './sheetFiles';
export { cutWay, inCutOrder, marksOfPage } from './sheetOperations';
export {
  codeBoxAt,
  croppedSheet,
  type LaidSheets,
  outlineBox,
  type PlacedPiece,
  roomOf,
  shapeOf,
  type SheetNote,
  type SheetPart,
  sheetParts,
} from './sheetPages';
