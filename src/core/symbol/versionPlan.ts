/** Which versions hold a text: segments and bits by version range, made only when asked for. */
import { runsOf, shortestSegments, singleSegment, type Segment } from './segments';
import type { EncodeSettings } from './settings';
import { blockLayout, levels, versionRanges, type Level, type Mode } from './tables';

/** Bits of the ECI designator that announces UTF-8 (ISO/IEC 18004:2015, 7.4.2). */
const eciBits = 12;

export interface VersionPlan {
  smallestHolding(level: Level): number | null;
  bitsInVersion(version: number): number;
  segmentsInVersion(version: number): Segment[];
}

/** Segments and bits by version range, each made only when asked for. */
export function planVersions(
  text: string,
  mode: Mode | 'shortest',
  { eci, isBytes = false }: Pick<EncodeSettings, 'eci' | 'isBytes'>,
): VersionPlan {
  const runs = runsOf(text, isBytes);
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

export function capacity(version: number, level: Level): number {
  return blockLayout(version, level).dataCodewords * 8;
}

export function highestLevel(version: number, bits: number, atLeast: Level): Level {
  let chosen = atLeast;
  for (let index = levels.indexOf(atLeast); index < levels.length; index++)
    if (bits <= capacity(version, levels[index]!)) chosen = levels[index]!;
  return chosen;
}
