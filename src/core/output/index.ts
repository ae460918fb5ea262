/** output: operations come in, bytes go out. No writer knows about messages, styles or materials. */
export { fileName } from './fileName';
export { type FormatId, outputFormats } from './formats';
export { pathData } from './pathData';
export { type FileNotes, writeSvg } from './svg';
