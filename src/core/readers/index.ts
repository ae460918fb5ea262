/** readers: a picture comes in; what independent decoders read in it goes out. */
export { readersThatMissed } from './inWords';
export { type ReaderBinaries, startReaders } from './panel';
export { type Reader, voting } from './reader';
export { builtOf, type FoundCode, isTextOf, readPicture } from './readPicture';
