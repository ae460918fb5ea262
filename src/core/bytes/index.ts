/** bytes: bytes that came in parts, and check sums of files from elsewhere. */
export { Adler32, crc32 } from './checksums';
export { joinedBytes } from './joined';
