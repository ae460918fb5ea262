/** tables: rows of data as text that spreadsheets open. */
export { csvText } from './csvText';
