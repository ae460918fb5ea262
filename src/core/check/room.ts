/** Limits on the room that the code has on its piece. */
import { mm, say, theCode, type Change, type Fix } from '../finding';
import { holdsPoint, regionDistance } from '../geometry';
import { largestHolding, roundDownTo, slack } from '../numbers';
import { roundCorners } from '../piece';
import { quietZoneModules } from '../symbol';
import { changePiece, changePlacement, changeStyle, fix } from './changes';
import {
  centred,
  clearanceOf,
  enlargedPiece,
  hasQuietZone,
  isCentred,
  offeredWidthTo,
  quietModules,
  widestCodeMm,
  withCodeCentred,
  withCodeWidth,
  type CodeContext,
} from './context';
import type { Laying } from './laying';
import type { Measured } from './measured';
import { offenderFixes } from './offenders';
import { centreChanges, codeWidthFix, pieceSizeChange } from './sizeFixes';

/** The decoration of a round outline has to lie on the piece. */
export function measureRoundInside(context: CodeContext): Measured | null {
  const { placed, laying } = context;
  const { round } = placed;
  if (round === null) return null;
  const room = roundRoomMm(context);
  const leftMm = room - round.radiusMm;
  const isInside = leftMm >= -slack;
  const widest = (laying.placement.widthMm * room) / round.radiusMm;
  return {
    kind: 'round-inside',
    station: 'piece',
    severity: isInside ? 'fine' : 'stop',
    title: 'Round outline',
    text: isInside
      ? ['From the decoration to the edge of the piece.']
      : ['The round outline reaches beyond the piece. Make the code smaller or the piece larger.'],
    measured: { value: leftMm, unit: 'mm' },
    required: { value: 0, unit: 'mm', comparison: '>=' },
    source: { tag: 'geo', text: 'geometry of the piece' },
    fixes: () =>
      isInside || widest < 5
        ? []
        : [
            codeWidthFix(context, offeredWidthTo(context, widest)),
            fix(['Remove the round outline'], changeStyle(context, { round: null })),
          ],
  };
}

/** Radius of the largest circle about the middle of the code that lies on the piece; 0 without a round outline. */
export function roundRoomMm({ placed, piece }: CodeContext): number {
  const { round } = placed;
  const { outline, isContour } = piece;
  if (round === null) return 0;
  // A contour goes around the decoration by itself.
  if (isContour) return round.radiusMm;
  const centre = { x: round.x, y: round.y };
  return holdsPoint([outline], centre) ? regionDistance([[centre]], [outline], 1e-4) : 0;
}

/** Decoration within the quiet zone is never there without a word. */
export function measureRoundQuiet(context: CodeContext): Measured | null {
  const { round } = context.style;
  if (round === null) return null;
  const { quietModules: left } = round;
  const isWhole = left >= quietZoneModules;
  return {
    kind: 'round-quiet',
    station: 'style',
    severity: isWhole ? 'fine' : left < 2 ? 'stop' : 'caution',
    title: 'Decoration',
    text: isWhole
      ? ['The decoration begins beyond the quiet zone.']
      : [
          'The decoration reaches into the quiet zone. Some readers then lose the code: 2 modules are the least that all take.',
        ],
    measured: { value: left, unit: 'X' },
    required: { value: quietZoneModules, unit: 'X', comparison: '>=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.8; least: simulated shots' },
    fixes: () =>
      isWhole
        ? []
        : [
            fix(
              ['Keep 4 modules free'],
              changeStyle(context, { round: { ...round, quietModules: quietZoneModules } }),
            ),
          ],
  };
}

export function measureCodeInside(context: CodeContext): Measured {
  const { mm: freeMm, nearest, obstacle } = clearanceOf(context);
  const inside = freeMm >= -slack;
  return {
    kind: 'code-inside',
    station: 'piece',
    severity: inside ? 'fine' : 'stop',
    title: 'Code on the piece',
    text: inside
      ? say`${mm(freeMm)} from the ${nearest}.`
      : obstacle.kind === 'edge'
        ? say`The code reaches ${mm(-freeMm)} over the ${nearest}; what lies there is not made.`
        : say`The code lies ${mm(-freeMm)} over the ${nearest}.`,
    measured: { value: freeMm, unit: 'mm' },
    required: { value: 0, unit: 'mm', comparison: '>=' },
    source: { tag: 'geo', text: 'geometry of the piece' },
    fixes: () => (inside ? [] : roomFixes(context)),
  };
}

export function measureQuietZone(context: CodeContext): Measured {
  const { plan } = context;
  const { nearest, obstacle } = clearanceOf(context);
  const modules = quietModules(context);
  const enough = modules >= quietZoneModules - slack;
  const marked = plan.marks === 'dark-modules' ? 'left bare' : 'marked with the light modules';
  return {
    kind: 'quiet-zone',
    station: 'piece',
    severity: enough ? 'fine' : 'stop',
    title: 'Quiet zone',
    text: enough
      ? say`On all sides, ${marked}; the nearest thing is the ${nearest}.`
      : obstacle.kind === 'item' || obstacle.kind === 'code'
        ? say`In the quiet zone: ${nearest}. Readers lose a code that something touches.`
        : say`The ${nearest} cuts the quiet zone. What lies beyond the piece is unknown, so it does not count as quiet.`,
    measured: { value: modules, unit: 'X' },
    required: { value: quietZoneModules, unit: 'X', comparison: '>=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.8' },
    fixes: () => (enough ? [] : roomFixes(context)),
  };
}

/** Ways to give the quiet zone its room: what stands in it moved or smaller, a smaller code, the middle, a larger piece,
 * tighter corners. Each is checked. */
function roomFixes(context: CodeContext): Fix[] {
  const { laying } = context;
  const fixes: Fix[] = [...offenderFixes(context)];
  const smaller = smallerWidth(context, laying);
  if (smaller !== null) fixes.push(codeWidthFix(context, smaller));
  const inMiddle = withCodeCentred(laying);
  if (!isCentred(laying)) {
    if (hasQuietZone(context, inMiddle))
      fixes.push(fix(say`Put ${theCode(context.id)} in the middle`, ...centreChanges(context)));
    else {
      const widthMm = smallerWidth(context, inMiddle);
      if (widthMm !== null && widthMm !== smaller)
        fixes.push(
          fix(
            say`Make ${theCode(context.id)} ${mm(widthMm)} wide and centre it`,
            changePlacement(context, { widthMm, ...centred }),
          ),
        );
    }
  }
  return [...fixes, ...cornerFixes(context), ...largerPieceFixes(context, inMiddle)];
}

/** The code as wide as its quiet zone leaves it on the piece: where it is, or in the middle where it is wider there; none when no width fits. */
export function fillChanges(context: CodeContext): Change[] {
  const inMiddle = withCodeCentred(context.laying);
  const here = smallerWidth(context, context.laying);
  const there = smallerWidth(context, inMiddle);
  if (there !== null && there > (here ?? 0))
    return [changePlacement(context, { widthMm: there, ...centred })];
  return here === null ? [] : [changePlacement(context, { widthMm: here })];
}

/** The widest offered code that has its quiet zone and that the machine can make; null when there is none. */
function smallerWidth(context: CodeContext, laying: Laying): number | null {
  const { symbol, pair } = context;
  const widthMm = offeredWidthTo(context, widestCodeMm(context, laying));
  const isLarge = widthMm >= 1 && widthMm / symbol.size >= pair.smallestModuleMm - slack;
  return isLarge && hasQuietZone(context, withCodeWidth(laying, widthMm)) ? widthMm : null;
}

/** A larger piece with the code in its middle, where that helps. */
function largerPieceFixes(context: CodeContext, inMiddle: Laying): Fix[] {
  if (hasQuietZone(context, inMiddle)) return [];
  const larger = enlargedPiece(context, inMiddle);
  if (larger === null) return [];
  const wider = roundDownTo(larger.piece.widthMm - inMiddle.piece.widthMm, 0.001);
  const higher = roundDownTo(larger.piece.heightMm - inMiddle.piece.heightMm, 0.001);
  if (wider <= 0 && higher <= 0) return [];
  const growth =
    wider > 0 && higher > 0
      ? say`${mm(wider)} wider and ${mm(higher)} higher`
      : wider > 0
        ? say`${mm(wider)} wider`
        : say`${mm(higher)} higher`;
  return [fix(say`Make the piece ${growth}`, pieceSizeChange(larger.piece), ...centreChanges(context))];
}

/** Smaller corners, where it is corners that cut the quiet zone. */
function cornerFixes(context: CodeContext): Fix[] {
  const { piece, placement } = context.laying;
  const { outline } = piece;
  if (outline.kind !== 'rectangle') return [];
  const [a, b, c, d] = outline.corners;
  const limited = (largest: number): typeof outline => {
    const cut = (corner: typeof a): typeof a => ({ ...corner, mm: Math.min(corner.mm, largest) });
    return {
      kind: 'rectangle',
      corners: largest === 0 ? roundCorners(0) : [cut(a), cut(b), cut(c), cut(d)],
    };
  };
  const fits = (largest: number): boolean =>
    hasQuietZone(context, { piece: { ...piece, outline: limited(largest) }, placement });
  const largest = Math.max(a.mm, b.mm, c.mm, d.mm);
  if (fits(largest) || !fits(0)) return [];
  const radiusMm = roundDownTo(largestHolding(0, largest, 1e-6, fits), 0.1);
  return [fix(say`Make the corner radius ${mm(radiusMm)}`, changePiece({ outline: limited(radiusMm) }))];
}
