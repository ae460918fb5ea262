/**
 * Kanji mode values: the Shift JIS code of a character packed into 13 bits (ISO/IEC 18004:2015, 7.4.6).
 * The map is made once from the platform's own Shift JIS decoder (Encoding Standard).
 */

let thirteenBits: Map<number, number> | undefined;

/**
 * Characters that decoders map to different code points (the wave dash, the minus sign and others), and the
 * vendor row 0x87, which JIS X 0208 does not have. They go in byte mode, so that every reader gives them back.
 */
const ambiguousCodes = new Set([0x815f, 0x8160, 0x8161, 0x817c, 0x8191, 0x8192, 0x81ca]);

function buildMap(): Map<number, number> {
  const map = new Map<number, number>();
  const decoder = new TextDecoder('shift_jis');
  const pair = new Uint8Array(2);
  for (let lead = 0x81; lead <= 0xeb; lead++) {
    if ((lead > 0x9f && lead < 0xe0) || lead === 0x87) continue;
    for (let trail = 0x40; trail <= 0xfc; trail++) {
      const code = (lead << 8) | trail;
      if (code > 0xebbf || ambiguousCodes.has(code)) continue;
      pair[0] = lead;
      pair[1] = trail;
      const text = decoder.decode(pair);
      const point = text.codePointAt(0)!;
      if (text.length !== 1 || point === 0xfffd || point < 0x80 || map.has(point)) continue;
      const offset = code - (lead <= 0x9f ? 0x8140 : 0xc140);
      map.set(point, (offset >> 8) * 0xc0 + (offset & 0xff));
    }
  }
  return map;
}

/** The 13-bit Kanji mode value of a code point, or undefined when Kanji mode cannot hold it. */
export function kanjiValue(codePoint: number): number | undefined {
  if (codePoint < 0x80) return undefined;
  thirteenBits ??= buildMap();
  return thirteenBits.get(codePoint);
}
