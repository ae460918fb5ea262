/** Tables as text (RFC 4180). */
import Papa from 'papaparse';

/** What spreadsheets run; numbers and telephone numbers are none (common practice, no source). */
const formula = /^(?:[=@\t\r]|[+-](?![\d\s().-]*$))/;

/** The first row names the columns. A cell that a spreadsheet would run as a formula gets an apostrophe in front. */
export const csvText = (rows: readonly object[]): string =>
  `${Papa.unparse([...rows], { escapeFormulae: formula, newline: '\r\n' })}\r\n`;
