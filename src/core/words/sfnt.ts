/** A packed font file unpacked, as the shaping library reads it. */
import { unzlibSync } from 'fflate';

const woffSignature = 0x774f4646;

/** The font inside a WOFF file (W3C WOFF File Format 1.0, 4 and 5); any other file as it is. Throws for a broken file. */
export function unpackedFont(file: ArrayBuffer): Uint8Array {
  const bytes = new Uint8Array(file);
  const packed = new DataView(file);
  if (packed.getUint32(0) !== woffSignature) return bytes;
  const tableCount = packed.getUint16(12);
  const font = new Uint8Array(packed.getUint32(16));
  const view = new DataView(font.buffer);
  const exponent = Math.floor(Math.log2(tableCount));
  view.setUint32(0, packed.getUint32(4));
  view.setUint16(4, tableCount);
  view.setUint16(6, 16 << exponent);
  view.setUint16(8, exponent);
  view.setUint16(10, tableCount * 16 - (16 << exponent));
  let index = 12 + 16 * tableCount;
  for (let table = 0; table < tableCount; table++) {
    const entry = 44 + 20 * table;
    const from = packed.getUint32(entry + 4);
    const packedLength = packed.getUint32(entry + 8);
    const length = packed.getUint32(entry + 12);
    const content = bytes.subarray(from, from + packedLength);
    const record = 12 + 16 * table;
    view.setUint32(record, packed.getUint32(entry));
    view.setUint32(record + 4, packed.getUint32(entry + 16));
    view.setUint32(record + 8, index);
    view.setUint32(record + 12, length);
    font.set(packedLength < length ? unzlibSync(content) : content, index);
    index += (length + 3) & ~3;
  }
  return font;
}
