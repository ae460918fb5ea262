/** Which code widths satisfy which limit, with all else as it is: the rows of the fit bar. */
import { leastModuleMm, phoneCamera, widestMm } from '../camera';
import { metres, mm, say, sizeMm, type Sentence } from '../finding';
import { unseenBridgeShare } from '../plan';
import { aroundBend, bendCaution } from './bend';
import { leastForCornersMm } from './bodies';
import { isSplit, leastHalfToneModuleMm, leastMadeModuleMm } from './partNeeds';
import { widestAfterShiftMm } from './making';
import { widestCodeMm, type CodeContext } from './context';
import { roundRoomMm } from './room';

export interface FitRange {
  /** Of the finding that this row belongs to. */
  readonly kind: string;
  readonly label: Sentence;
  /** Widths of the code in millimetres; null where the range has no end. Empty when `fromMm > toMm`. */
  readonly fromMm: number | null;
  readonly toMm: number | null;
  /** Whether falling outside stops or cautions; a rule of thumb does neither. */
  readonly strength: 'stop' | 'caution' | 'rule';
  /** Single widths that are best, such as whole dots a module. */
  readonly stepMm: number | null;
}

export function fitRanges(context: CodeContext): FitRange[] {
  const { pair, symbol, laying, readingDistanceMm, placed, plan } = context;
  const distance = metres(readingDistanceMm / 1000);
  const size = sizeMm(laying.piece.widthMm, laying.piece.heightMm);
  const widest = widestCodeMm(context);
  const withQuietZone = placed.quietZone.width / placed.code.width;
  const ranges: FitRange[] = [
    {
      kind: 'module-size',
      label: say`module ≥ ${mm(pair.smallestModuleMm)}`,
      fromMm: pair.smallestModuleMm * symbol.size,
      toMm: null,
      strength: 'stop',
      stepMm: null,
    },
    {
      kind: 'quiet-zone',
      label: say`quiet zone on ${size}`,
      fromMm: null,
      toMm: widest,
      strength: 'stop',
      stepMm: null,
    },
    {
      kind: 'reading-camera',
      label: say`read from ${distance}`,
      fromMm: leastModuleMm(readingDistanceMm) * symbol.size,
      toMm: null,
      strength: 'caution',
      stepMm: null,
    },
    {
      kind: 'reading-nearest',
      label: say`fits the picture at ${distance}`,
      fromMm: null,
      toMm: readingDistanceMm < phoneCamera.nearestMm ? 0 : widestMm(readingDistanceMm) / withQuietZone,
      strength: 'caution',
      stepMm: null,
    },
    {
      kind: 'reading-rule',
      label: say`10 : 1 rule, ${distance}`,
      fromMm: readingDistanceMm / 10,
      toMm: null,
      strength: 'rule',
      stepMm: null,
    },
  ];
  if (placed.round !== null)
    ranges.splice(2, 0, {
      kind: 'round-inside',
      label: say`round outline on ${size}`,
      fromMm: null,
      toMm: (laying.placement.widthMm * roundRoomMm(context)) / placed.round.radiusMm,
      strength: 'stop',
      stepMm: null,
    });
  const afterShift = widestAfterShiftMm(context);
  // Where the machine works so finely that the quiet zone ends first, one row says it.
  if (afterShift < widest)
    ranges.push({
      kind: 'quiet-zone-shift',
      label: say`free after a shift, ${size}`,
      fromMm: null,
      toMm: afterShift,
      strength: 'caution',
      stepMm: null,
    });
  const around = aroundBend(context);
  if (around !== null)
    ranges.push({
      kind: 'bend',
      label: say`on ${mm(around.diameterMm)} across`,
      fromMm: null,
      toMm: (bendCaution * around.diameterMm) / around.widthShare,
      strength: 'caution',
      stepMm: null,
    });
  if (isSplit(context)) {
    ranges.push({
      kind: 'thinnest-part',
      label: say`parts of ${mm(pair.process.elementMm)}`,
      fromMm: leastMadeModuleMm(context) * symbol.size,
      toMm: null,
      strength: 'stop',
      stepMm: null,
    });
    ranges.push({
      kind: 'half-tone',
      label: say`parts seen from ${distance}`,
      fromMm: leastHalfToneModuleMm(context) * symbol.size,
      toMm: null,
      strength: 'caution',
      stepMm: null,
    });
  }
  const { bridgeMm } = pair.process;
  if (plan.loose !== null && bridgeMm !== null && plan.loose().bridges > 0)
    ranges.push({
      kind: 'bridges',
      label: say`bridges of ${mm(bridgeMm)}`,
      fromMm: (bridgeMm / unseenBridgeShare) * symbol.size,
      toMm: null,
      strength: 'caution',
      stepMm: null,
    });
  const cornerMm = leastForCornersMm(context);
  if (cornerMm > pair.smallestModuleMm * symbol.size)
    ranges.push({
      kind: 'inner-corners',
      label: ['corners of the cutter'],
      fromMm: cornerMm,
      toMm: null,
      strength: 'caution',
      stepMm: null,
    });
  if (pair.machine.dotMm !== null)
    ranges.push({
      kind: 'whole-dots',
      label: say`whole dots of ${mm(pair.machine.dotMm)}`,
      fromMm: null,
      toMm: null,
      strength: 'caution',
      stepMm: pair.machine.dotMm * symbol.size,
    });
  return ranges;
}
