/** Bytes as they are, for those who know what reads them. */
import { z } from '../schema';
import { fieldFinding, standardSource, type MessageKind } from './kind';

export const rawNotations = ['hexadecimal', 'escaped'] as const;

export const rawSchema = z.strictObject({
  kind: z.literal('raw'),
  /** Pairs of hexadecimal digits, or text in UTF-8 with `\xHH`, `\n`, `\r`, `\t` and `\\`. */
  notation: z.enum(rawNotations),
  content: z.string().max(12000),
});
export type RawMessage = z.infer<typeof rawSchema>;

const namedEscapes: Readonly<Record<string, string>> = { n: '\n', r: '\r', t: '\t', '\\': '\\' };

/** One character a byte, 0 to 255. */
const utf8AsCharacters = (text: string): string =>
  Array.from(new TextEncoder().encode(text), (byte) => String.fromCharCode(byte)).join('');

interface ReadContent {
  /** One character a byte; empty when there is a problem. */
  readonly bytes: string;
  readonly problem: string | null;
}

function readHexadecimal(content: string): ReadContent {
  const digits = content.replace(/\s+/g, '');
  const other = /[^0-9a-f]/i.exec(digits);
  if (other) return { bytes: '', problem: `“${other[0]}” is not a hexadecimal digit (0 to 9, a to f).` };
  if (digits.length % 2 === 1)
    return { bytes: '', problem: `There are ${digits.length} digits; every byte takes two.` };
  return {
    bytes: digits.replace(/../g, (pair) => String.fromCharCode(Number.parseInt(pair, 16))),
    problem: null,
  };
}

function readEscaped(content: string): ReadContent {
  let bytes = '';
  for (const [part, hex, name] of content.matchAll(/\\x([0-9a-f]{2})|\\(.?)|[^\\]+/gis)) {
    if (hex !== undefined) bytes += String.fromCharCode(Number.parseInt(hex, 16));
    else if (name === undefined) bytes += utf8AsCharacters(part);
    else if (name in namedEscapes) bytes += namedEscapes[name]!;
    else return { bytes: '', problem: `“${part}” is not known; there are \\xHH, \\n, \\r, \\t and \\\\.` };
  }
  return { bytes, problem: null };
}

const contentOf = ({ notation, content }: RawMessage): ReadContent =>
  notation === 'hexadecimal' ? readHexadecimal(content) : readEscaped(content);

/** Pairs of digits with spaces between them, from one character a byte. */
export const hexadecimalOf = (bytes: string): string =>
  Array.from(bytes, (character) => character.charCodeAt(0).toString(16).padStart(2, '0')).join(' ');

export const raw: MessageKind<RawMessage> = {
  name: 'Raw bytes',
  schema: rawSchema,
  empty: { kind: 'raw', notation: 'hexadecimal', content: '' },
  isBytes: true,
  write: (message) => contentOf(message).bytes,
  read: (payload) =>
    /[^\0-\xff]/.test(payload)
      ? null
      : { kind: 'raw', notation: 'hexadecimal', content: hexadecimalOf(payload) },
  describe: (message) => {
    const { bytes, problem } = contentOf(message);
    if (problem !== null)
      return {
        summary: 'Holds no bytes yet.',
        notes: [],
        findings: [
          fieldFinding('raw-notation', 'stop', 'Bytes', problem, {
            tag: 'cp',
            text: 'notation of this form, no source',
          }),
        ],
      };
    if (bytes === '') return { summary: 'Holds no bytes yet.', notes: [], findings: [] };
    return {
      summary: `Gives ${bytes.length} ${bytes.length === 1 ? 'byte' : 'bytes'} to a program that asks for them.`,
      notes: [
        'Nothing in the code says what the bytes mean: phones guess an encoding and show whatever comes out.',
      ],
      findings: bytes.includes('\0')
        ? [
            fieldFinding(
              'raw-zero',
              'caution',
              'Bytes',
              'There is a zero byte; some readers end the text there.',
              standardSource('ISO/IEC 9899, 7.1.1: a zero byte ends a string'),
            ),
          ]
        : [],
    };
  },
};
