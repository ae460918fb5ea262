/** Check sums of files from elsewhere: CRC-32 of ISO/IEC 15948, annex D (the same as in ZIP files), and Adler-32 of RFC 1950, 8.2. */

const table = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
  return value >>> 0;
});

export function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (let index = 0; index < bytes.length; index++) crc = table[(crc ^ bytes[index]!) & 0xff]! ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

/** Of bytes that come in parts. */
export class Adler32 {
  private one = 1;
  private two = 0;

  add(bytes: Uint8Array): void {
    let { one, two } = this;
    for (let index = 0; index < bytes.length;) {
      // So many that the sums stay exact before they are reduced (RFC 1950, 9).
      const end = Math.min(index + 3800, bytes.length);
      for (; index < end; index++) two += one += bytes[index]!;
      one %= 65521;
      two %= 65521;
    }
    [this.one, this.two] = [one, two];
  }

  get value(): number {
    return ((this.two << 16) | this.one) >>> 0;
  }
}
