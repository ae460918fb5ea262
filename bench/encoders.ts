/** Encoding speed beside the encoder libraries of the registry: same message, level M, version free, all eight masks scored. */
import encodeQR from 'qr';
import QRCode from 'qrcode';
import qrcodeGenerator from 'qrcode-generator';
import { correction, generate } from 'lean-qr';
import { encodeSymbol } from '../src/core/symbol';
import { medianRatioRow, type BenchRow } from './timing';

const settings = {
  level: 'M',
  raiseLevel: false,
  version: 'smallest',
  mask: 'least-penalty',
  mode: 'shortest',
  eci: false,
} as const;

/** Characters of an address that make version 3, 10 and 40 at level M. */
export const sampleLengths = { 3: 40, 10: 210, 40: 2300 } as const;

/** An address of the wanted length with mixed case, digits and a query, the kind of message that codes carry. */
export function sampleMessage(length: number): string {
  let text = 'https://ternquay.example/berth/17?tide=';
  for (let seed = 7; text.length < length; seed = (seed * 1103515245 + 12345) % 2147483648)
    text += 'abcdefghijklmnopqrstuvwxyzABCDEF0123456789-_'[seed % 44];
  return text.slice(0, length);
}

/** One row a message length; each contender's time as a ratio to ours. */
export function encoderRows(): BenchRow[] {
  return [30, 120, 600, 2000].map((length) => {
    const text = sampleMessage(length);
    return medianRatioRow(`encode ${length} characters`, {
      binarus: () => encodeSymbol(text, settings),
      qr: () => encodeQR(text, 'raw', { ecc: 'medium', border: 1 }),
      qrcode: () => QRCode.create(text, { errorCorrectionLevel: 'M' }),
      'qrcode-generator': () => {
        const code = qrcodeGenerator(0, 'M');
        code.addData(text);
        code.make();
        return code;
      },
      'lean-qr': () => generate(text, { minCorrectionLevel: correction.M, maxCorrectionLevel: correction.M }),
    });
  });
}
