/** Limits on how a piece is put up: around something round, and high or low on a wall. */
import { handHeightMm } from '../camera';
import { metres, mm, say, theCode, type Fix, type Severity } from '../finding';
import { turnedBounds } from '../geometry';
import { roundUpTo, slack } from '../numbers';
import { radians } from '../piece';
import { fix, readFromChange } from './changes';
import { offeredWidthTo, type CodeContext } from './context';
import type { Measured } from './measured';
import { codeWidthFix } from './sizeFixes';

/** Shares of the diameter up to which every reader takes a code from aside, and at which its edges turn by 30 degrees. */
export const bendCaution = 0.2;
export const bendStop = 0.5;

/**
 * Of the code around the curve, in millimetres for a code one millimetre wide, and the diameter where it lies: of a cone the
 * narrowest under the code. Null on a flat piece.
 */
export function aroundBend({ laying, placed }: Pick<CodeContext, 'laying' | 'placed'>): {
  readonly widthShare: number;
  readonly diameterMm: number;
} | null {
  const { bend, widthMm, heightMm } = laying.piece;
  if (bend === null) return null;
  const { width } = turnedBounds(1, 1, radians(laying.placement.turnDegrees));
  const [from, length, total] =
    bend.around === 'width'
      ? [placed.code.y, placed.code.height, heightMm]
      : [placed.code.x, placed.code.width, widthMm];
  const at = (place: number): number =>
    bend.diameterMm + ((bend.otherDiameterMm - bend.diameterMm) * place) / total;
  return { widthShare: width, diameterMm: Math.max(Math.min(at(from), at(from + length)), 0.1) };
}

/** On a bottle or a pole the edges of the code turn away: the modules there are narrowed. */
export function measureBend(context: CodeContext): Measured | null {
  const around = aroundBend(context);
  if (around === null) return null;
  const { widthShare, diameterMm } = around;
  const { pair, symbol } = context;
  const widthMm = context.laying.placement.widthMm * widthShare;
  const share = widthMm / diameterMm;
  const severity: Severity =
    share > bendStop + slack ? 'stop' : share > bendCaution + slack ? 'caution' : 'fine';
  const widthFor = (most: number): number => offeredWidthTo(context, (most * diameterMm) / widthShare);
  return {
    kind: 'bend',
    station: 'piece',
    severity,
    title: 'Around the curve',
    text:
      severity === 'fine'
        ? say`On ${mm(diameterMm)} across, so much of the curve is seen squarely enough even from 20 degrees aside.`
        : severity === 'caution'
          ? say`On ${mm(diameterMm)} across the edges of the code turn away. It reads when the piece is turned to face the phone, not from aside.`
          : say`On ${mm(diameterMm)} across the edges of the code turn away by more than 30 degrees.`,
    measured: { value: widthMm, unit: 'mm' },
    required: { value: bendCaution * diameterMm, unit: 'mm', comparison: '<=' },
    source: { tag: 'sim', text: 'simulated shots from 20 degrees aside; stop: 30 degrees at the edge' },
    fixes: () => {
      if (severity === 'fine') return [];
      // Where the machine cannot make it so small, what reads when it is turned is better than nothing.
      const small = widthFor(bendCaution);
      const isMade = small / symbol.size >= pair.smallestModuleMm - slack;
      const width = isMade || severity === 'caution' ? small : widthFor(bendStop);
      return width < 1 ? [] : [codeWidthFix(context, width)];
    },
  };
}

/** From which tilt on readers begin to fail, and beyond which most do, in degrees. */
export const tiltCaution = 30;
const tiltStop = 50;

/** High on a wall or low on a post the code is seen aslant; from near by it may not be reached at all. */
export function measureMount(context: CodeContext): Measured | null {
  const { mountedHeightMm, readingDistanceMm } = context;
  if (mountedHeightMm === null) return null;
  const riseMm = Math.abs(mountedHeightMm - handHeightMm);
  const tilt = (Math.asin(Math.min(riseMm / readingDistanceMm, 1)) * 180) / Math.PI;
  const isReached = riseMm <= readingDistanceMm;
  const severity: Severity =
    !isReached || tilt > tiltStop + slack ? 'stop' : tilt > tiltCaution + slack ? 'caution' : 'fine';
  const farther = roundUpTo(riseMm / 1000 / Math.sin((tiltCaution * Math.PI) / 180), 0.01);
  const fixes = (): Fix[] =>
    severity === 'fine'
      ? []
      : [
          fix(say`Mount it ${metres(handHeightMm / 1000)} high`, {
            on: 'reading',
            set: { heightM: handHeightMm / 1000 },
          }),
          fix(say`Read from ${metres(farther)}`, readFromChange(farther)),
        ];
  const where = say`Mounted ${metres(mountedHeightMm / 1000)} high, with the phone at ${metres(handHeightMm / 1000)}`;
  return {
    kind: 'mount',
    station: 'piece',
    severity,
    title: 'Seen at a slant',
    text: !isReached
      ? say`${where}, ${theCode(context.id)} is farther away than ${metres(readingDistanceMm / 1000)}.`
      : severity === 'fine'
        ? say`${where}, ${theCode(context.id)} is seen squarely enough.`
        : say`${where}, ${theCode(context.id)} is seen at a slant; readers manage 30 degrees.`,
    measured: { value: tilt, unit: '°' },
    required: { value: tiltCaution, unit: '°', comparison: '<=' },
    source: { tag: 'sim', text: 'simulated shots, tilted; height of the phone from memory' },
    fixes,
  };
}
