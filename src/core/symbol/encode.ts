/** Text into a symbol (ISO/IEC 18004:2015, clause 7). */
import type { PartFinding } from '../finding';
import { finalCodewords } from './codewords';
import { drawMatrix } from './drawMatrix';
import { emptyMessage, encodingIsGuessed, outsideMode, tooLong, versionTooSmall } from './encodeFindings';
import { charactersOutside, type Segment } from './segments';
import { defaultSymbolSettings, type EncodeSettings } from './settings';
import type { Level } from './tables';
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

export interface EncodeResult {
  readonly symbol: QrSymbol | null;
  readonly findings: readonly PartFinding[];
}

/** The symbol of a text. Never throws for what the text or the settings ask: `symbol` is null and a finding says why. */
export function encodeSymbol(text: string, settings: EncodeSettings = defaultSymbolSettings): EncodeResult {
  const findings: PartFinding[] = [];
  if (text === '') return { symbol: null, findings: [emptyMessage()] };
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
  if (version === null) return { symbol: null, findings: [...findings, tooLong(text, mode, settings, plan)] };
  if (smallest === null || version < smallest)
    return { symbol: null, findings: [...findings, versionTooSmall(version, settings, plan)] };
  const bits = plan.bitsInVersion(version);
  const level = settings.raiseLevel ? highestLevel(version, bits, settings.level) : settings.level;
  const segments = plan.segmentsInVersion(version);
  if (!settings.eci && !isBytes && needsEncodingGuess(segments)) findings.push(encodingIsGuessed());
  const codewords = finalCodewords(text, segments, version, level, settings);
  const { mask, modules, size } = drawMatrix(codewords, version, level, settings.mask);
  const capacityBits = capacity(version, level);
  return {
    symbol: { version, level, mask, size, modules, segments, messageBits: bits, capacityBits },
    findings,
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
