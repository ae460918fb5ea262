/** order: text comes in; what searches compare and lists are sorted by goes out. */
export { folded, wordsOf } from './folded';
export { sortKey } from './sortKey';
