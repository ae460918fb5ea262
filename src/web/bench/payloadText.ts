/** How long a message is, as people count it. */
import type { PressView } from '../../engine';

/** `33 characters`; raw bytes are bytes. */
export function lengthOfPayload({
  payload,
  payloadBytes,
  isBytes,
}: Pick<PressView, 'payload' | 'payloadBytes' | 'isBytes'>): string {
  // Bytes are shown as hexadecimal digits.
  const count = isBytes ? payloadBytes : [...payload].length;
  const noun = isBytes ? 'byte' : 'character';
  return `${count} ${noun}${count === 1 ? '' : 's'}`;
}
