/** Text into a symbol (ISO/IEC 18004:2015, clause 7). */
import type { PartFinding } from '../finding';
import { allSteps } from '../tasks';
import { finalCodewords, paddedCodewords } from './codewords';
import { drawMatrix } from './drawMatrix';
import { emptyMessage, encodingIsGuessed, outsideMode, tooLong, versionTooSmall } from './encodeFindings';
import { charactersOutside, type Segment } from './segments';
import { defaultSymbolSettings, type EncodeSettings } from './settings';
import { freeAfter, steerSteps, type Steering, type Wishes } from './steer';
import { digitsOfTail, freeOfTail, tailDigits, tailSegment } from './tail';
import { sizeOfVersion, type Level } from './tables';
import { capacity, highestLevel, planVersions } from './versionPlan';

export interface QrSymbol {
  readonly version: number;
  readonly level: Level;
  readonly mask: number;
  /** Modules on a side, without the quiet zone. */
  readonly size: number;
  /** 1 dark, 0 light; `size * size`, row by row. */
  readonly modules: Uint8Array;
  readonly segments: readonly Segment[];
  /** Bits of the message with its headers, and what the version holds at this level. */
  readonly messageBits: number;
  readonly capacityBits: number;
}

/** Of the terminator (7.4.9). */
const terminatorBits = 4;

export interface EncodeResult {
  readonly symbol: QrSymbol | null;
  /** What readers get: the text, with the digits of its tail. */
  readonly text: string;
  readonly findings: readonly PartFinding[];
  /** What became of the wishes; null without any. */
  readonly steering: Steering | null;
}

/**
 * The symbol of a text. Never throws for what the text or the settings ask: `symbol` is null and a finding says why. With wishes for the
 * modules of a symbol of some size, its free bits are chosen for them: those of the filling, or with `tailLead` those of digits that follow the
 * text and this lead.
 */
export const encodeSymbol = (...wanted: Parameters<typeof encodeSteps>): EncodeResult =>
  allSteps(encodeSteps(...wanted));

/** The same in steps: with wishes a large symbol takes half a second. */
export function* encodeSteps(
  text: string,
  settings: EncodeSettings = defaultSymbolSettings,
  wishesOf: ((size: number) => Wishes) | null = null,
  tailLead: string | null = null,
): Generator<void, EncodeResult> {
  const findings: PartFinding[] = [];
  const failed = (...others: readonly PartFinding[]): EncodeResult => ({
    symbol: null,
    text,
    findings: [...findings, ...others],
    steering: null,
  });
  if (text === '') return failed(emptyMessage());
  const { isBytes = false } = settings;
  let { mode } = settings;
  if (mode !== 'shortest') {
    const outside = charactersOutside(text, mode, isBytes);
    if (outside.length > 0) {
      findings.push(outsideMode(mode, outside));
      mode = 'shortest';
    }
  }
  const plan = planVersions(text, mode, settings);
  const smallest = plan.smallestHolding(settings.level);
  const version = settings.version === 'smallest' ? smallest : settings.version;
  if (version === null) return failed(tooLong(text, mode, settings, plan));
  if (smallest === null || version < smallest) return failed(versionTooSmall(version, settings, plan));
  const level = settings.raiseLevel
    ? highestLevel(version, plan.bitsInVersion(version), settings.level)
    : settings.level;
  const wishes = wishesOf?.(sizeOfVersion(version)) ?? null;
  const tail =
    wishes === null || tailLead === null ? null : tailOf(text + tailLead, version, level, settings);
  const bits = tail?.bits ?? plan.bitsInVersion(version);
  const segments = tail?.segments ?? plan.segmentsInVersion(version);
  if (!settings.eci && !isBytes && needsEncodingGuess(segments)) findings.push(encodingIsGuessed());
  const capacityBits = capacity(version, level);
  const padded = paddedCodewords(tail?.text ?? text, segments, version, level, settings);
  const free =
    tailLead === null
      ? freeAfter(bits + terminatorBits, capacityBits)
      : freeOfTail(bits, tail?.digits ?? 0, capacityBits);
  const steered = wishes && (yield* steerSteps(padded, free, version, level, wishes, settings.mask));
  const codewords = finalCodewords(steered?.data ?? padded, version, level);
  const { mask, modules, size } = drawMatrix(codewords, version, level, steered?.mask ?? settings.mask);
  return {
    symbol: { version, level, mask, size, modules, segments, messageBits: bits, capacityBits },
    text: tail === null ? text : text + tailLead! + digitsOfTail(steered?.data ?? padded, bits, tail.digits),
    findings,
    steering: steered?.steering ?? null,
  };
}

/** A text with as many zeros behind it as the symbol has room for; null where there is none. */
function tailOf(
  text: string,
  version: number,
  level: Level,
  settings: EncodeSettings,
): {
  readonly text: string;
  readonly segments: readonly Segment[];
  readonly bits: number;
  readonly digits: number;
} | null {
  const plan = planVersions(text, 'shortest', settings);
  const before = plan.bitsInVersion(version);
  const digits = tailDigits(capacity(version, level) - before, version);
  if (digits === 0) return null;
  const segment = tailSegment(text.length, digits, version);
  return {
    text: text + '0'.repeat(digits),
    segments: [...plan.segmentsInVersion(version), segment],
    bits: before + segment.bits,
    digits,
  };
}

/** The smallest version that holds the text at each level, null where none does or the mode cannot hold the text. */
export function smallestVersions(
  text: string,
  settings: EncodeSettings,
): Readonly<Record<Level, number | null>> {
  if (
    settings.mode !== 'shortest' &&
    charactersOutside(text, settings.mode, settings.isBytes ?? false).length > 0
  )
    return { L: null, M: null, Q: null, H: null };
  const { smallestHolding } = planVersions(text, settings.mode, settings);
  return {
    L: smallestHolding('L'),
    M: smallestHolding('M'),
    Q: smallestHolding('Q'),
    H: smallestHolding('H'),
  };
}

/** Whether bytes beyond ASCII stand in the symbol without a word on how to read them. */
function needsEncodingGuess(segments: readonly Segment[]): boolean {
  // In UTF-8 only characters beyond ASCII take more bytes than they take places in the text.
  return segments.some(({ mode, start, end, count }) => mode === 'byte' && count > end - start);
}
