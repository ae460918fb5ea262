/** Text into runs and runs into segments: the modes that give the fewest bits (ISO/IEC 18004:2015, 7.4; Annex J asks for it, does not fix it). */
import { kanjiValue } from './kanji';
import { alphanumericCharacters, countBits, modes, type Mode } from './tables';

/** A stretch of the text in one mode. Offsets count UTF-16 units. */
export interface Segment {
  readonly mode: Mode;
  readonly start: number;
  readonly end: number;
  /** What the character count indicator holds: characters, or bytes in byte mode. */
  readonly count: number;
  /** Bits with mode indicator and count. */
  readonly bits: number;
}

const numeric = 0;
const alphanumeric = 1;
const byte = 2;
const kanji = 3;

/** Value in alphanumeric mode by character code, -1 for none. */
export const alphanumericValue = new Int8Array(128).fill(-1);
for (let value = 0; value < 45; value++) alphanumericValue[alphanumericCharacters.charCodeAt(value)] = value;

/** The tightest mode of each ASCII character; a digit also goes as alphanumeric, and all go as bytes. */
const asciiMode = Uint8Array.from({ length: 128 }, (_, code) =>
  code >= 48 && code <= 57 ? numeric : alphanumericValue[code]! >= 0 ? alphanumeric : byte,
);

/** Neighbouring characters with the same tightest mode, a column each: run r ends at `end[r]` and starts where r-1 ended. */
interface Runs {
  readonly count: number;
  readonly mode: Uint8Array;
  readonly end: Uint32Array;
  readonly characters: Uint32Array;
  readonly bytes: Uint32Array;
  /** Bits of all runs in their tightest modes without any header: no segmentation is shorter. */
  readonly leastBits: number;
}

/**
 * Splits where the tightest mode changes. An optimal segmentation changes mode only at such places: a character in
 * its tightest mode costs less than in any other, so moving a change of mode to the end of the run never costs bits.
 * With `isBytes` every character is one byte.
 */
export function runsOf(text: string, isBytes: boolean): Runs {
  const mode = new Uint8Array(text.length);
  const end = new Uint32Array(text.length);
  const characters = new Uint32Array(text.length);
  const bytes = new Uint32Array(text.length);
  let count = 0;
  let runMode = -1;
  let runCharacters = 0;
  let runBytes = 0;
  let sixths = 0;
  const finish = (index: number): void => {
    mode[count] = runMode;
    end[count] = index;
    characters[count] = runCharacters;
    bytes[count] = runBytes;
    sixths +=
      runMode === numeric
        ? runCharacters * 20
        : runMode === alphanumeric
          ? runCharacters * 33
          : runMode === byte
            ? runBytes * 48
            : runCharacters * 78;
    count++;
  };
  for (let index = 0; index < text.length;) {
    const unit = text.charCodeAt(index);
    let characterMode = byte;
    let length = 1;
    let characterBytes = 1;
    if (unit < 128) characterMode = asciiMode[unit]!;
    else if (!isBytes) {
      const point = text.codePointAt(index)!;
      length = point > 0xffff ? 2 : 1;
      characterBytes = point < 0x800 ? 2 : point < 0x10000 ? 3 : 4;
      if (kanjiValue(point) !== undefined) characterMode = kanji;
    }
    if (characterMode !== runMode) {
      if (runCharacters > 0) finish(index);
      runMode = characterMode;
      runCharacters = 0;
      runBytes = 0;
    }
    index += length;
    runCharacters++;
    runBytes += characterBytes;
  }
  if (runCharacters > 0) finish(text.length);
  return { count, mode, end, characters, bytes, leastBits: Math.floor(sixths / 6) };
}

/** Whether a run whose tightest mode is `runMode` can be written in `mode`. */
function fits(runMode: number, mode: number): boolean {
  return mode === runMode || mode === byte || (mode === alphanumeric && runMode === numeric);
}

const wholeBits = (sixths: number): number => Math.ceil(sixths / 6) * 6;

/** Larger than any cost in sixths of a bit. */
const never = 1 << 28;

/**
 * Segments of fewest bits for the range of `version`, by dynamic programming over runs and modes. Costs are in sixths
 * of a bit, so that 10/3 and 11/2 bits a character stay whole.
 */
export function shortestSegments(runs: Runs, version: number): Segment[] {
  if (runs.count <= 1) return joinRuns(runs, runs.mode, version);
  const [toNumeric, toAlphanumeric, toByte, toKanji] = modes.map(
    (mode) => (4 + countBits(mode, version)) * 6,
  ) as [number, number, number, number];
  // Cost of the text so far, ending in each mode.
  let inNumeric = never;
  let inAlphanumeric = never;
  let inByte = never;
  let inKanji = never;
  // Two bits a mode: the mode of the run before, on the cheapest way here.
  const cameFrom = new Uint8Array(runs.count);
  for (let run = 0; run < runs.count; run++) {
    let ended = 0;
    let endedMode = 0;
    if (run > 0) {
      ended = inByte;
      endedMode = byte;
      if (wholeBits(inAlphanumeric) < ended) {
        ended = wholeBits(inAlphanumeric);
        endedMode = alphanumeric;
      }
      if (wholeBits(inNumeric) < ended) {
        ended = wholeBits(inNumeric);
        endedMode = numeric;
      }
      if (inKanji < ended) {
        ended = inKanji;
        endedMode = kanji;
      }
    }
    const runMode = runs.mode[run]!;
    const characters = runs.characters[run]!;
    let origin = 0;
    if (inByte <= ended + toByte) origin |= byte << 4;
    else {
      inByte = ended + toByte;
      origin |= endedMode << 4;
    }
    inByte += runs.bytes[run]! * 48;
    if (runMode <= alphanumeric) {
      if (inAlphanumeric <= ended + toAlphanumeric) origin |= alphanumeric << 2;
      else {
        inAlphanumeric = ended + toAlphanumeric;
        origin |= endedMode << 2;
      }
      inAlphanumeric += characters * 33;
    } else inAlphanumeric = never;
    // Neighbouring runs differ, so numeric and Kanji segments hold one run and are never carried on.
    inNumeric = runMode === numeric ? ended + toNumeric + characters * 20 : never;
    inKanji = runMode === kanji ? ended + toKanji + characters * 78 : never;
    cameFrom[run] = origin | endedMode | (endedMode << 6);
  }
  const costs = [wholeBits(inNumeric), wholeBits(inAlphanumeric), inByte, inKanji];
  let mode = costs.indexOf(Math.min(...costs));
  const modeOfRun = new Uint8Array(runs.count);
  for (let run = runs.count - 1; run >= 0; run--) {
    modeOfRun[run] = mode;
    mode = (cameFrom[run]! >> (2 * mode)) & 3;
  }
  return joinRuns(runs, modeOfRun, version);
}

/** The whole text as one segment; the caller has checked that the mode can hold it. */
export function singleSegment(runs: Runs, mode: Mode, version: number): Segment[] {
  return joinRuns(runs, new Uint8Array(runs.count).fill(modes.indexOf(mode)), version);
}

function joinRuns(runs: Runs, modeOfRun: Uint8Array, version: number): Segment[] {
  const segments: Segment[] = [];
  let start = 0;
  for (let run = 0; run < runs.count;) {
    const modeIndex = modeOfRun[run]!;
    let characters = 0;
    let bytes = 0;
    while (run < runs.count && modeOfRun[run] === modeIndex) {
      characters += runs.characters[run]!;
      bytes += runs.bytes[run]!;
      run++;
    }
    const mode = modes[modeIndex]!;
    const count = mode === 'byte' ? bytes : characters;
    const end = runs.end[run - 1]!;
    segments.push({ mode, start, end, count, bits: 4 + countBits(mode, version) + dataBits(mode, count) });
    start = end;
  }
  return segments;
}

/** Bits of `count` characters (bytes in byte mode) without the header (7.4.3 to 7.4.6). */
function dataBits(mode: Mode, count: number): number {
  switch (mode) {
    case 'numeric':
      return Math.floor(count / 3) * 10 + [0, 4, 7][count % 3]!;
    case 'alphanumeric':
      return Math.floor(count / 2) * 11 + (count % 2) * 6;
    case 'byte':
      return count * 8;
    case 'kanji':
      return count * 13;
  }
}

/** Characters of the text that a mode cannot hold, each once, in order of appearance. */
export function charactersOutside(text: string, mode: Mode, isBytes: boolean): string[] {
  if (mode === 'byte') return [];
  if (mode === 'kanji' && isBytes) return [...new Set(text)];
  const holds = (character: string): boolean => {
    if (mode === 'kanji') return kanjiValue(character.codePointAt(0)!) !== undefined;
    const code = character.codePointAt(0)!;
    return code < 128 && fits(asciiMode[code]!, mode === 'numeric' ? numeric : alphanumeric);
  };
  return [...new Set(text)].filter((character) => !holds(character));
}
