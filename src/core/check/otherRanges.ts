/** The fit bar for what else may be held open: from where it is read, and how long its message is, with all else as it is. */
import { farthestMm, handHeightMm, leastModuleMm, nearestMm, neededPixelsPerModule } from '../camera';
import { metres, mm, say, type Sentence } from '../finding';
import { largestWhole, slack } from '../numbers';
import { sizeOfVersion } from '../symbol';
import { tiltCaution } from './bend';
import type { CodeContext } from './context';
import type { FitRange } from './fitRanges';
import { isSplit, leastHalfTonePixels } from './partNeeds';

/** Distances in millimetres for which each limit holds. */
export function distanceRanges(context: CodeContext): FitRange[] {
  const { placed, laying, mountedHeightMm } = context;
  const { moduleMm, quietZone } = placed;
  const ranges: FitRange[] = [
    {
      kind: 'reading-camera',
      label: say`module of ${mm(moduleMm)}`,
      fromMm: null,
      toMm: farthestMm(moduleMm, neededPixelsPerModule),
      strength: 'caution',
      stepMm: null,
    },
    {
      kind: 'reading-nearest',
      label: say`${mm(quietZone.width)} in the picture`,
      fromMm: nearestMm(quietZone.width),
      toMm: null,
      strength: 'caution',
      stepMm: null,
    },
    {
      kind: 'reading-rule',
      label: ['10 : 1 rule'],
      fromMm: null,
      toMm: 10 * laying.placement.widthMm,
      strength: 'rule',
      stepMm: null,
    },
  ];
  if (isSplit(context))
    ranges.push({
      kind: 'half-tone',
      label: ['parts of modules'],
      fromMm: null,
      toMm: farthestMm(placed.moduleMm, leastHalfTonePixels(context)),
      strength: 'caution',
      stepMm: null,
    });
  if (mountedHeightMm !== null)
    ranges.push({
      kind: 'mount',
      label: say`mounted ${metres(mountedHeightMm / 1000)} high`,
      fromMm: Math.abs(mountedHeightMm - handHeightMm) / Math.sin((tiltCaution * Math.PI) / 180),
      toMm: null,
      strength: 'caution',
      stepMm: null,
    });
  return ranges;
}

/** Up to how many characters a limit holds. */
export interface MessageRange {
  readonly kind: string;
  readonly label: Sentence;
  /** 0 where not even the shortest message does; null where every message does that a symbol holds. */
  readonly toCharacters: number | null;
  readonly strength: FitRange['strength'];
}

/** ISO/IEC 18004:2015, 5.3.1. */
const largestVersion = 40;
/** More than any symbol holds. */
const mostCharacters = 7100;

/**
 * The longest messages that leave modules large enough, when letters are added to the message or taken from its end. `versionOf`
 * is the smallest version that holds so many characters; null where none does.
 */
export function messageRanges(
  { pair, laying, readingDistanceMm }: Pick<CodeContext, 'pair' | 'laying' | 'readingDistanceMm'>,
  versionOf: (characters: number) => number | null,
): MessageRange[] {
  const { widthMm } = laying.placement;
  const upTo = (leastMm: number): number => {
    const version = largestWhole(
      1,
      largestVersion,
      (each) => widthMm / sizeOfVersion(each) >= leastMm - slack,
    );
    if (version === null) return 0;
    return (
      largestWhole(1, mostCharacters, (characters) => (versionOf(characters) ?? Infinity) <= version) ?? 0
    );
  };
  return [
    {
      kind: 'module-size',
      label: say`module ≥ ${mm(pair.smallestModuleMm)}`,
      toCharacters: upTo(pair.smallestModuleMm),
      strength: 'stop',
    },
    {
      kind: 'reading-camera',
      label: say`read from ${metres(readingDistanceMm / 1000)}`,
      toCharacters: upTo(leastModuleMm(readingDistanceMm)),
      strength: 'caution',
    },
    { kind: 'version', label: ['largest symbol'], toCharacters: upTo(0), strength: 'stop' },
  ];
}
