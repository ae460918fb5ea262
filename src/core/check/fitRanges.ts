/** Which code widths satisfy which limit, with all else as it is: the rows of the fit bar. */
import { neededPixelsPerModule, phoneCamera, widestMm } from '../camera';
import { inMm, widestCodeMm, type LimitContext } from './context';
import { roundRoomMm } from './room';

export interface FitRange {
  /** Code of the finding that this row belongs to. */
  readonly code: string;
  readonly label: string;
  /** Widths of the code in millimetres; null where the range has no end. Empty when `fromMm > toMm`. */
  readonly fromMm: number | null;
  readonly toMm: number | null;
  /** Whether falling outside stops or cautions. */
  readonly strength: 'stop' | 'caution';
  /** Single widths that are best, such as whole dots a module. */
  readonly stepMm: number | null;
}

export function fitRanges(context: LimitContext): FitRange[] {
  const { pair, symbol, pieceSettings, readingDistanceMm, piece } = context;
  const distance = `${readingDistanceMm / 1000} m`;
  const widest = widestCodeMm(context);
  const withQuietZone = piece.quietZone.width / piece.code.width;
  const ranges: FitRange[] = [
    {
      code: 'module-size',
      label: `module ≥ ${inMm(pair.smallestModuleMm)}`,
      fromMm: pair.smallestModuleMm * symbol.size,
      toMm: null,
      strength: 'stop',
      stepMm: null,
    },
    {
      code: 'quiet-zone',
      label: `quiet zone on ${pieceSettings.widthMm} × ${pieceSettings.heightMm}`,
      fromMm: null,
      toMm: widest,
      strength: 'stop',
      stepMm: null,
    },
    {
      code: 'reading-camera',
      label: `read from ${distance}`,
      fromMm: ((neededPixelsPerModule * readingDistanceMm) / phoneCamera.focalPx) * symbol.size,
      toMm: null,
      strength: 'caution',
      stepMm: null,
    },
    {
      code: 'reading-nearest',
      label: `fits the picture at ${distance}`,
      fromMm: null,
      toMm: readingDistanceMm < phoneCamera.nearestMm ? 0 : widestMm(readingDistanceMm) / withQuietZone,
      strength: 'caution',
      stepMm: null,
    },
    {
      code: 'reading-rule',
      label: `10 : 1 rule, ${distance}`,
      fromMm: readingDistanceMm / 10,
      toMm: null,
      strength: 'caution',
      stepMm: null,
    },
  ];
  if (piece.round !== null)
    ranges.splice(2, 0, {
      code: 'round-inside',
      label: `round outline on ${pieceSettings.widthMm} × ${pieceSettings.heightMm}`,
      fromMm: null,
      toMm: (pieceSettings.code.widthMm * roundRoomMm(context)) / piece.round.radiusMm,
      strength: 'stop',
      stepMm: null,
    });
  if (pair.machine.dotMm !== null)
    ranges.push({
      code: 'whole-dots',
      label: `whole dots of ${inMm(pair.machine.dotMm)}`,
      fromMm: null,
      toMm: null,
      strength: 'caution',
      stepMm: pair.machine.dotMm * symbol.size,
    });
  return ranges;
}
