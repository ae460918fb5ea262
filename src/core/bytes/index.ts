/** bytes: bytes that came in parts or as base64, and check sums of files from elsewhere. */
export { base64, bytesOfBase64 } from './base64';
export { Adler32, crc32 } from './checksums';
export { joinedBytes } from './joined';
