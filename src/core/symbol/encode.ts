/** Text into a symbol (ISO/IEC 18004:2015, clause 7). */
import type { Finding, Fix } from '../finding';
import { kanjiValue } from './kanji';
import { maskPenalty } from './penalty';
import { writeCheckCodewords } from './reedSolomon';
import { defaultSymbolSettings, type SymbolSettings } from './settings';
import {
  alphanumericValue,
  charactersOutside,
  runsOf,
  shortestSegments,
  singleSegment,
  type Segment,
} from './segments';
import {
  blockLayout,
  countBits,
  largestVersion,
  levels,
  modeIndicator,
  versionRanges,
  type Level,
  type Mode,
} from './tables';
import { finishingPattern, versionTemplate } from './template';

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
  readonly findings: readonly Finding[];
}

const eciBits = 12;

/** The symbol of a text. Never throws for what the text or the settings ask: `symbol` is null and a finding says why. */
export function encodeSymbol(text: string, settings: SymbolSettings = defaultSymbolSettings): EncodeResult {
  const findings: Finding[] = [];
  if (text === '') return { symbol: null, findings: [emptyMessage()] };
  let { mode } = settings;
  if (mode !== 'shortest') {
    const outside = charactersOutside(text, mode);
    if (outside.length > 0) {
      findings.push(outsideMode(mode, outside));
      mode = 'shortest';
    }
  }
  const plan = planVersions(text, mode, settings.eci);
  const smallest = plan.smallestHolding(settings.level);
  const version = settings.version === 'smallest' ? smallest : settings.version;
  if (version === null) return { symbol: null, findings: [...findings, tooLong(text, mode, settings, plan)] };
  if (smallest === null || version < smallest)
    return { symbol: null, findings: [...findings, versionTooSmall(version, settings, plan)] };
  const bits = plan.bitsInVersion(version);
  const level = settings.raiseLevel ? highestLevel(version, bits, settings.level) : settings.level;
  const segments = plan.segmentsInVersion(version);
  if (!settings.eci && needsEncodingGuess(text, segments)) findings.push(encodingIsGuessed());
  const codewords = finalCodewords(text, segments, version, level, settings.eci);
  const { mask, modules, size } = drawMatrix(codewords, version, level, settings.mask);
  const capacityBits = blockLayout(version, level).dataCodewords * 8;
  return {
    symbol: { version, level, mask, size, modules, segments, messageBits: bits, capacityBits },
    findings,
  };
}

/** The smallest version that holds the text at each level, null where none does or the mode cannot hold the text. */
export function smallestVersions(
  text: string,
  settings: SymbolSettings,
): Readonly<Record<Level, number | null>> {
  if (settings.mode !== 'shortest' && charactersOutside(text, settings.mode).length > 0)
    return { L: null, M: null, Q: null, H: null };
  const { smallestHolding } = planVersions(text, settings.mode, settings.eci);
  return {
    L: smallestHolding('L'),
    M: smallestHolding('M'),
    Q: smallestHolding('Q'),
    H: smallestHolding('H'),
  };
}

interface VersionPlan {
  smallestHolding(level: Level): number | null;
  bitsInVersion(version: number): number;
  segmentsInVersion(version: number): Segment[];
}

/** Segments and bits by version range, each made only when asked for. */
function planVersions(text: string, mode: Mode | 'shortest', eci: boolean): VersionPlan {
  const runs = runsOf(text);
  const byRange: (Segment[] | undefined)[] = [];
  const segmentsInVersion = (version: number): Segment[] => {
    const range = version <= versionRanges[0]!.last ? 0 : version <= versionRanges[1]!.last ? 1 : 2;
    return (byRange[range] ??=
      mode === 'shortest' ? shortestSegments(runs, version) : singleSegment(runs, mode, version));
  };
  const bitsInVersion = (version: number): number => totalBits(segmentsInVersion(version), eci);
  const smallestHolding = (level: Level): number | null => {
    for (const { first, last } of versionRanges) {
      if (capacity(last, level) < runs.leastBits || capacity(last, level) < bitsInVersion(last)) continue;
      for (let version = first; ; version++)
        if (capacity(version, level) >= bitsInVersion(version)) return version;
    }
    return null;
  };
  return { smallestHolding, bitsInVersion, segmentsInVersion };
}

function totalBits(segments: readonly Segment[], eci: boolean): number {
  let bits = eci ? eciBits : 0;
  for (const segment of segments) bits += segment.bits;
  return bits;
}

function capacity(version: number, level: Level): number {
  return blockLayout(version, level).dataCodewords * 8;
}

function highestLevel(version: number, bits: number, atLeast: Level): Level {
  let chosen = atLeast;
  for (let index = levels.indexOf(atLeast); index < levels.length; index++)
    if (bits <= capacity(version, levels[index]!)) chosen = levels[index]!;
  return chosen;
}

/** Data codewords with padding (7.4.9, 7.4.10), then blocks, check codewords and interleaving (7.5, 7.6). */
export function finalCodewords(
  text: string,
  segments: readonly Segment[],
  version: number,
  level: Level,
  eci: boolean,
): Uint8Array {
  const layout = blockLayout(version, level);
  const data = dataCodewords(text, segments, version, layout.dataCodewords, eci);
  const { blockCount, shortBlockCount, shortDataLength, eccPerBlock } = layout;
  if (blockCount === 1) {
    const final = new Uint8Array(layout.totalCodewords);
    final.set(data);
    writeCheckCodewords(data, 0, data.length, eccPerBlock, final, data.length, 1);
    return final;
  }
  const final = new Uint8Array(layout.totalCodewords);
  let from = 0;
  for (let block = 0; block < blockCount; block++) {
    const isLong = block >= shortBlockCount;
    const to = from + shortDataLength + (isLong ? 1 : 0);
    for (let index = 0, at = block; index < shortDataLength; index++, at += blockCount)
      final[at] = data[from + index]!;
    if (isLong) final[shortDataLength * blockCount + block - shortBlockCount] = data[to - 1]!;
    writeCheckCodewords(data, from, to, eccPerBlock, final, layout.dataCodewords + block, blockCount);
    from = to;
  }
  return final;
}

const encoder = new TextEncoder();

function dataCodewords(
  text: string,
  segments: readonly Segment[],
  version: number,
  length: number,
  eci: boolean,
): Uint8Array {
  const data = new Uint8Array(length);
  let position = 0;
  let pending = 0;
  let pendingBits = 0;
  const put = (value: number, bits: number): void => {
    pending = (pending << bits) | value;
    pendingBits += bits;
    while (pendingBits >= 8) {
      pendingBits -= 8;
      data[position++] = pending >>> pendingBits;
    }
    pending &= (1 << pendingBits) - 1;
  };
  if (eci) {
    put(modeIndicator.eci, 4);
    put(26, 8);
  }
  for (const { mode, start, end, count } of segments) {
    put(modeIndicator[mode], 4);
    put(count, countBits(mode, version));
    if (mode === 'byte') {
      const bytes = encoder.encode(start === 0 && end === text.length ? text : text.slice(start, end));
      for (let index = 0; index < bytes.length; index++) {
        pending = (pending << 8) | bytes[index]!;
        data[position++] = pending >>> pendingBits;
      }
      pending &= (1 << pendingBits) - 1;
    } else if (mode === 'numeric') {
      for (let at = start; at < end; at += 3) {
        const digits = Math.min(3, end - at);
        let value = 0;
        for (let index = 0; index < digits; index++) value = value * 10 + text.charCodeAt(at + index) - 48;
        put(value, digits * 3 + 1);
      }
    } else if (mode === 'alphanumeric') {
      for (let at = start; at < end; at += 2) {
        const first = alphanumericValue[text.charCodeAt(at)]!;
        if (at + 1 < end) put(first * 45 + alphanumericValue[text.charCodeAt(at + 1)]!, 11);
        else put(first, 6);
      }
    } else {
      for (let at = start; at < end; at++) put(kanjiValue(text.charCodeAt(at))!, 13);
    }
  }
  if (pendingBits > 0 || position < length) {
    const terminator = Math.min(4, length * 8 - position * 8 - pendingBits);
    put(0, terminator);
    if (pendingBits > 0) put(0, 8 - pendingBits);
  }
  for (let pad = 0xec; position < length; pad ^= 0xec ^ 0x11) data[position++] = pad;
  return data;
}

/** Places the codewords, chooses the mask and gives the modules, one byte each. */
function drawMatrix(
  codewords: Uint8Array,
  version: number,
  level: Level,
  wantedMask: number | 'least-penalty',
): { mask: number; modules: Uint8Array; size: number } {
  const template = versionTemplate(version);
  const { size, wordsPerRow, placement } = template;
  const words = template.dark.slice();
  for (let index = 0, at = 0; index < codewords.length; index++) {
    const codeword = codewords[index]!;
    for (let bit = 7; bit >= 0; bit--, at++) {
      const place = placement[at]!;
      words[place >> 5]! |= ((codeword >>> bit) & 1) << (place & 31);
    }
  }
  const masked = new Int32Array(words.length);
  let mask = wantedMask === 'least-penalty' ? 0 : wantedMask;
  if (wantedMask === 'least-penalty') {
    let least = Infinity;
    for (let candidate = 0; candidate < 8; candidate++) {
      layOver(words, finishingPattern(template, level, candidate), masked);
      const penalty = maskPenalty(masked, size, wordsPerRow, least);
      if (penalty < least) {
        least = penalty;
        mask = candidate;
      }
    }
  }
  layOver(words, finishingPattern(template, level, mask), masked);
  const modules = new Uint8Array(size * size);
  for (let row = 0, at = 0; row < size; row++)
    for (let word = row * wordsPerRow, column = 0; column < size; word++)
      for (let bits = masked[word]!, end = Math.min(column + 32, size); column < end; column++, bits >>>= 1)
        modules[at++] = bits & 1;
  return { mask, modules, size };
}

function layOver(words: Int32Array, pattern: Int32Array, into: Int32Array): void {
  for (let index = 0; index < words.length; index++) into[index] = words[index]! ^ pattern[index]!;
}

const standard = (clause: string) => ({ tag: 'std', text: `ISO/IEC 18004:2015, ${clause}` }) as const;

function emptyMessage(): Finding {
  return {
    code: 'message-empty',
    severity: 'stop',
    title: 'Message',
    text: 'There is no message yet. Type or paste what a scan should give.',
    measured: { value: null, unit: 'empty' },
    required: { value: null, unit: 'not empty' },
    source: standard('7.4'),
    fixes: [],
  };
}

/** Whether bytes beyond ASCII stand in the symbol without a word on how to read them. */
function needsEncodingGuess(text: string, segments: readonly Segment[]): boolean {
  return segments.some(
    ({ mode, start, end, count }) =>
      mode === 'byte' && (count > end - start || /[^\0-\x7f]/.test(text.slice(start, end))),
  );
}

function encodingIsGuessed(): Finding {
  return {
    code: 'text-encoding',
    severity: 'caution',
    title: 'Characters',
    text: 'The message has characters beyond plain ASCII. Some readers guess their encoding and show others; announcing UTF-8 costs 12 bits.',
    measured: { value: null, unit: 'guessed' },
    required: { value: null, unit: 'announced UTF-8' },
    source: {
      tag: 'sim',
      text: 'measured: ZBar takes unannounced UTF-8 for Shift JIS; ISO/IEC 18004:2015, 7.4.2',
    },
    fixes: [{ label: 'Announce UTF-8', changes: [{ path: 'symbol.eci', value: true }] }],
  };
}

function outsideMode(mode: Mode, outside: readonly string[]): Finding {
  const shown = outside.slice(0, 8).map((character) => (character === ' ' ? 'the space' : character));
  const more = outside.length > 8 ? ` and ${outside.length - 8} more` : '';
  return {
    code: 'mode-characters',
    severity: 'stop',
    title: 'Mode',
    text: `${mode[0]!.toUpperCase()}${mode.slice(1)} mode cannot hold: ${shown.join('  ')}${more}.`,
    measured: { value: outside.length, unit: 'characters' },
    required: { value: 0, unit: 'characters', comparison: '<=' },
    source: standard('7.3'),
    fixes: [
      { label: 'Use the shortest mix of modes', changes: [{ path: 'symbol.mode', value: 'shortest' }] },
    ],
  };
}

/** Characters to drop from the end so that the text fits version 40, for every level. */
function charactersToDrop(text: string, mode: Mode | 'shortest', eci: boolean): Record<Level, number> {
  const characters = [...text];
  const bitsOfFirst = (count: number): number => {
    const start = characters.slice(0, count).join('');
    return planVersions(start, mode, eci).bitsInVersion(largestVersion);
  };
  const drop = (level: Level): number => {
    let low = 0;
    let high = characters.length;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (bitsOfFirst(middle) <= capacity(largestVersion, level)) low = middle;
      else high = middle - 1;
    }
    return characters.length - low;
  };
  return { L: drop('L'), M: drop('M'), Q: drop('Q'), H: drop('H') };
}

function tooLong(
  text: string,
  mode: Mode | 'shortest',
  settings: SymbolSettings,
  plan: VersionPlan,
): Finding {
  const bits = plan.bitsInVersion(largestVersion);
  const holds = capacity(largestVersion, settings.level);
  const drop = charactersToDrop(text, mode, settings.eci);
  const dropAt = levels.map((level) => `${level} ${drop[level]}`).join(', ');
  return {
    code: 'message-too-long',
    severity: 'stop',
    title: 'Message length',
    text: `The message is ${bits - holds} bits over what version 40 holds at level ${settings.level}. Characters to drop at each level: ${dropAt}.`,
    measured: { value: bits, unit: 'bits' },
    required: { value: holds, unit: 'bits', comparison: '<=' },
    source: standard('Table 7'),
    fixes: levels
      .filter((level) => level !== settings.level && plan.smallestHolding(level) !== null)
      .slice(-1)
      .map((level) => lowerLevel(level)),
  };
}

function versionTooSmall(version: number, settings: SymbolSettings, plan: VersionPlan): Finding {
  const bits = plan.bitsInVersion(version);
  const holds = capacity(version, settings.level);
  const needed = plan.smallestHolding(settings.level);
  const fixes: Fix[] = [];
  if (needed !== null)
    fixes.push({ label: `Use version ${needed}`, changes: [{ path: 'symbol.version', value: needed }] });
  const weaker = levels.filter(
    (level) => levels.indexOf(level) < levels.indexOf(settings.level) && bits <= capacity(version, level),
  );
  if (weaker.length > 0) fixes.push(lowerLevel(weaker.at(-1)!));
  return {
    code: 'version-too-small',
    severity: 'stop',
    title: 'Version',
    text: `Version ${version} at level ${settings.level} holds ${holds} bits; the message needs ${bits}, ${bits - holds} more.`,
    measured: { value: bits, unit: 'bits' },
    required: { value: holds, unit: 'bits', comparison: '<=' },
    source: standard('Table 7'),
    fixes,
  };
}

function lowerLevel(level: Level): Fix {
  return { label: `Choose level ${level}`, changes: [{ path: 'symbol.level', value: level }] };
}
