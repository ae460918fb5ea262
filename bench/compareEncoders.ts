/** Bit-for-bit comparison with two independent encoders over many random messages: `npm run compare-encoders [count]`. */
import QRCode from 'qrcode';
import encodeWithQr from 'qr';
import { seededRandom } from '../src/core/numbers';
import {
  encodeSymbol,
  levels,
  smallestVersions,
  defaultSymbolSettings,
  type Level,
} from '../src/core/symbol';

const count = Number(process.argv[2] ?? 2000);
const random = seededRandom(20261125);
const pick = <Item>(items: ArrayLike<Item>): Item => items[Math.floor(random() * items.length)]!;
const names: Record<Level, 'low' | 'medium' | 'quartile' | 'high'> = {
  L: 'low',
  M: 'medium',
  Q: 'quartile',
  H: 'high',
};
const alphabets = { numeric: '0123456789', alphanumeric: 'ABCXYZ $%*+-./:', byte: 'abcxyz#?&=_~!' } as const;

let different = 0;
for (let round = 0; round < count; round++) {
  const mode = pick(['numeric', 'alphanumeric', 'byte'] as const);
  const length = 1 + Math.floor(random() ** 3 * 1100);
  const text = Array.from({ length }, () => pick(alphabets[mode])).join('');
  const level = pick(levels);
  const mask = Math.floor(random() * 8);
  const smallest = smallestVersions(text, { ...defaultSymbolSettings, mode })[level]!;
  const version = Math.min(40, smallest + Math.floor(random() ** 2 * 12));
  const { symbol } = encodeSymbol(text, { level, mask, version, mode, raiseLevel: false, eci: false });
  const first = QRCode.create(
    [{ data: mode === 'byte' ? new TextEncoder().encode(text) : text, mode } as QRCode.QRCodeSegment],
    {
      version,
      errorCorrectionLevel: level,
      maskPattern: mask as QRCode.QRCodeMaskPattern,
    },
  );
  const second = encodeWithQr(text, 'raw', { version, ecc: names[level], mask, encoding: mode, border: 1 });
  const { size, modules } = symbol!;
  const same = modules.every(
    (dark, index) =>
      dark === Number(first.modules.data[index]) &&
      dark === Number(second[Math.floor(index / size) + 1]![(index % size) + 1]),
  );
  if (!same) {
    different++;
    console.log(`different: ${mode} ${version}-${level} mask ${mask}: ${text}`);
  }
}
console.log(`${count} messages, ${different} different`);
process.exitCode = different === 0 ? 0 : 1;
