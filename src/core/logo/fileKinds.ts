/** Kinds of files by their first bytes, with what to do with those that are not opened as they are. */

export interface FileKind {
  /** With its article. */
  readonly name: string;
  /** What makes it one that is opened; a whole sentence. */
  readonly advice: string;
}

const toPicture = 'Save it as a PNG or JPEG picture.';
const fromPhone =
  'Send it to yourself by mail, or set the phone’s camera to “most compatible”: then it is a JPEG picture.';
const onePicture = 'A code shows one picture that stands still: save the one you want as a PNG picture.';

const ascii = (bytes: Uint8Array, from: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(from, from + length));
const starts = (bytes: Uint8Array, ...values: number[]): boolean =>
  values.every((value, index) => bytes[index] === value);

/** Brands of ISO/IEC 14496-12, 4.3: HEIF (ISO/IEC 23008-12) and AVIF (AV1 Image File Format 1.1, 6). */
const brandOf = (bytes: Uint8Array): string => (ascii(bytes, 4, 4) === 'ftyp' ? ascii(bytes, 8, 4) : '');

/** Null for kinds that nobody knows here, and for drawings and PNG pictures that stand still. */
export function fileKind(bytes: Uint8Array): FileKind | null {
  const brand = brandOf(bytes);
  if (/^(heic|heix|hevc|heim|heis|mif1|msf1)$/.test(brand))
    return { name: 'a HEIC picture', advice: fromPhone };
  if (brand === 'avis') return { name: 'an animated AVIF picture', advice: onePicture };
  if (brand === 'avif') return { name: 'an AVIF picture', advice: toPicture };
  if (brand !== '') return { name: 'a film', advice: onePicture };
  // TIFF 6.0, section 2: byte order, then 42.
  if (starts(bytes, 0x49, 0x49, 42, 0) || starts(bytes, 0x4d, 0x4d, 0, 42))
    return { name: 'a TIFF picture', advice: toPicture };
  if (starts(bytes, 0xff, 0xd8, 0xff)) return { name: 'a JPEG picture', advice: toPicture };
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP')
    return isMovingWebp(bytes)
      ? { name: 'an animated WebP picture', advice: onePicture }
      : { name: 'a WebP picture', advice: toPicture };
  if (ascii(bytes, 0, 4) === 'GIF8')
    return isMovingGif(bytes)
      ? { name: 'an animated GIF picture', advice: onePicture }
      : { name: 'a GIF picture', advice: toPicture };
  if (ascii(bytes, 0, 2) === 'BM') return { name: 'a BMP picture', advice: toPicture };
  if (ascii(bytes, 0, 4) === '%PDF')
    return { name: 'a PDF document', advice: 'Save the drawing in it as SVG, or the picture as PNG.' };
  if (ascii(bytes, 0, 4) === '%!PS') return { name: 'an EPS drawing', advice: 'Save it as SVG.' };
  if (starts(bytes, 0x50, 0x4b, 3, 4)) return { name: 'a ZIP archive', advice: 'Unpack it first.' };
  if (starts(bytes, 0x1f, 0x8b)) return { name: 'compressed', advice: 'Unpack it first.' };
  return null;
}

/** Kinds that show more than one picture, one after the other. */
export const isMoving = (kind: FileKind): boolean => kind.advice === onePicture;

/** WebP container (RFC 9649, 2.7): the extended header says whether it moves. */
const isMovingWebp = (bytes: Uint8Array): boolean =>
  ascii(bytes, 12, 4) === 'VP8X' && ((bytes[20] ?? 0) & 2) !== 0;

/** GIF89a, 20: a second image descriptor. Blocks are passed over one by one. */
function isMovingGif(bytes: Uint8Array): boolean {
  const colours = (flags: number): number => ((flags & 0x80) === 0 ? 0 : 3 * 2 ** ((flags & 7) + 1));
  let index = 13 + colours(bytes[10] ?? 0);
  for (let images = 0; index < bytes.length;) {
    const block = bytes[index];
    if (block === 0x2c) {
      if (++images > 1) return true;
      index += 11 + colours(bytes[index + 9] ?? 0);
    } else if (block === 0x21) index += 2;
    else return false;
    for (let size = bytes[index] ?? 0; size > 0; size = bytes[index] ?? 0) index += size + 1;
    index++;
  }
  return false;
}
