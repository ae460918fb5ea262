/** Bytes as base64 and back (RFC 4648, 4), through what page, worker and server all have. */

export function base64(bytes: Uint8Array): string {
  let text = '';
  const chunk = 0x8000;
  for (let from = 0; from < bytes.length; from += chunk)
    text += String.fromCharCode(...bytes.subarray(from, from + chunk));
  return btoa(text);
}

/** Throws for what is not base64. */
export const bytesOfBase64 = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text), (character) => character.charCodeAt(0));
