/** jsQR, in plain JavaScript. */
import jsQrModule from 'jsqr';
import type { Frame } from '../camera';
import { asCharacters, type Reader } from './reader';

export const jsQrReader: Reader = {
  id: 'jsqr',
  name: 'jsQR',
  votes: true,
  read: (frame, asBytes) => Promise.resolve(readWithJsQr(frame, asBytes)),
};

type JsQr = typeof jsQrModule;
/** Node hands over the module object, bundlers the function itself. */
const jsQr: JsQr = (jsQrModule as unknown as { default?: JsQr }).default ?? jsQrModule;

function readWithJsQr({ width, height, rgba }: Frame, asBytes = false): string | null {
  const found = jsQr(rgba, width, height, { inversionAttempts: 'dontInvert' });
  return found ? (asBytes ? asCharacters(found.binaryData) : found.data) : null;
}
