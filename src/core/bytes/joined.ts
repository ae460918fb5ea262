/** Bytes that came in parts, as one. */
export function joinedBytes(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let index = 0;
  for (const part of parts) {
    whole.set(part, index);
    index += part.length;
  }
  return whole;
}
