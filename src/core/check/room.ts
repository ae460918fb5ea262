/** Limits on the room that the code has on its piece. */
import type { Finding, Fix } from '../finding';
import { holdsPoint, regionDistance } from '../geometry';
import { roundCorners, type PieceSettings } from '../piece';
import { quietZoneModules } from '../symbol';
import {
  centreChanges,
  change,
  clearanceOf,
  enlargedPiece,
  hasQuietZone,
  inMm,
  isCentred,
  offeredWidthTo,
  quietModules,
  roundDownTo,
  slack,
  widestCodeMm,
  withCodeCentred,
  withCodeWidth,
  type LimitContext,
} from './context';
import { offenderFixes } from './offenders';

/** The decoration of a round outline has to lie on the piece. */
export function measureRoundInside(context: LimitContext): Finding | null {
  const { piece, pieceSettings } = context;
  const { round } = piece;
  if (round === null) return null;
  const room = roundRoomMm(context);
  const leftMm = room - round.radiusMm;
  const isInside = leftMm >= -slack;
  const widest = (pieceSettings.code.widthMm * room) / round.radiusMm;
  return {
    code: 'round-inside',
    severity: isInside ? 'fine' : 'stop',
    title: 'Round outline',
    text: isInside
      ? 'From the decoration to the edge of the piece.'
      : 'The round outline reaches beyond the piece. Make the code smaller or the piece larger.',
    measured: { value: leftMm, unit: 'mm' },
    required: { value: 0, unit: 'mm', comparison: '>=' },
    source: { tag: 'geo', text: 'geometry of the piece' },
    fixes:
      isInside || widest < 5
        ? []
        : [
            {
              label: `Make the code ${inMm(offeredWidthTo(context, widest))}`,
              changes: [change('piece.code.widthMm', offeredWidthTo(context, widest))],
            },
            { label: 'Take the round outline away', changes: [change('style.round', null)] },
          ],
  };
}

/** Radius of the largest circle about the middle of the code that lies on the piece; 0 without a round outline. */
export function roundRoomMm({ piece }: LimitContext): number {
  const { round, outline, isContour } = piece;
  if (round === null) return 0;
  // A contour goes around the decoration by itself.
  if (isContour) return round.radiusMm;
  const centre = { x: round.x, y: round.y };
  return holdsPoint([outline], centre) ? regionDistance([[centre]], [outline], 1e-4) : 0;
}

/** Decoration within the quiet zone is never there without a word. */
export function measureRoundQuiet({ style }: LimitContext): Finding | null {
  if (style.round === null) return null;
  const { quietModules } = style.round;
  const isWhole = quietModules >= quietZoneModules;
  return {
    code: 'round-quiet',
    severity: isWhole ? 'fine' : quietModules < 2 ? 'stop' : 'caution',
    title: 'Decoration',
    text: isWhole
      ? 'The decoration begins beyond the quiet zone.'
      : 'The decoration reaches into the quiet zone. Some readers then lose the code: 2 modules are the least that all take.',
    measured: { value: quietModules, unit: 'X' },
    required: { value: quietZoneModules, unit: 'X', comparison: '>=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.8; least: simulated shots' },
    fixes: isWhole
      ? []
      : [{ label: 'Keep 4 modules free', changes: [change('style.round.quietModules', quietZoneModules)] }],
  };
}

export function measureCodeInside(context: LimitContext): Finding {
  const { mm, nearest, obstacle } = clearanceOf(context);
  const inside = mm >= -slack;
  return {
    code: 'code-inside',
    severity: inside ? 'fine' : 'stop',
    title: 'Code on the piece',
    text: inside
      ? `${inMm(mm)} from the ${nearest}.`
      : obstacle.kind === 'edge'
        ? `The code reaches ${inMm(-mm)} over the ${nearest}; what lies there is not made.`
        : `The code lies ${inMm(-mm)} over the ${nearest}.`,
    measured: { value: mm, unit: 'mm' },
    required: { value: 0, unit: 'mm', comparison: '>=' },
    source: { tag: 'geo', text: 'geometry of the piece' },
    fixes: inside ? [] : roomFixes(context),
  };
}

export function measureQuietZone(context: LimitContext): Finding {
  const { plan } = context;
  const { nearest, obstacle } = clearanceOf(context);
  const modules = quietModules(context);
  const enough = modules >= quietZoneModules - slack;
  const marked = plan.marks === 'dark modules' ? 'left bare' : 'marked with the light modules';
  return {
    code: 'quiet-zone',
    severity: enough ? 'fine' : 'stop',
    title: 'Quiet zone',
    text: enough
      ? `On all sides, ${marked}; the nearest thing is the ${nearest}.`
      : obstacle.kind === 'item' || obstacle.kind === 'code'
        ? `In the quiet zone: ${nearest}. Readers lose a code that something touches.`
        : `The ${nearest} cuts the quiet zone. What lies beyond the piece is unknown, so it does not count as quiet.`,
    measured: { value: modules, unit: 'X' },
    required: { value: quietZoneModules, unit: 'X', comparison: '>=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.8' },
    fixes: enough ? [] : roomFixes(context),
  };
}

/** Ways to give the quiet zone its room: what stands in it moved or smaller, a smaller code, the middle, a larger piece,
 * tighter corners. Each is checked. */
function roomFixes(context: LimitContext): Fix[] {
  const { pieceSettings, symbol, pair } = context;
  const fixes: Fix[] = [...offenderFixes(context)];
  const shrink = (settings: PieceSettings): number | null => {
    const codeWidthMm = offeredWidthTo(context, widestCodeMm(context, settings));
    const large = codeWidthMm >= 1 && codeWidthMm / symbol.size >= pair.smallestModuleMm - slack;
    return large && hasQuietZone(context, withCodeWidth(settings, codeWidthMm)) ? codeWidthMm : null;
  };
  const smaller = shrink(pieceSettings);
  if (smaller !== null)
    fixes.push({
      label: `Make the code ${inMm(smaller)}`,
      changes: [change('piece.code.widthMm', smaller)],
    });
  const centred = withCodeCentred(pieceSettings);
  const centre = centreChanges(pieceSettings);
  if (!isCentred(pieceSettings)) {
    if (hasQuietZone(context, centred)) fixes.push({ label: 'Put the code in the middle', changes: centre });
    else {
      const width = shrink(centred);
      if (width !== null && width !== smaller)
        fixes.push({
          label: `Make the code ${inMm(width)} and centre it`,
          changes: [change('piece.code.widthMm', width), ...centre],
        });
    }
  }
  fixes.push(...cornerFixes(context));
  const larger = enlargedPiece(context, centred);
  if (larger !== null && !hasQuietZone(context, centred)) {
    const wider = roundDownTo(larger.widthMm - pieceSettings.widthMm, 0.001);
    const higher = roundDownTo(larger.heightMm - pieceSettings.heightMm, 0.001);
    const growth = [wider > 0 ? `${inMm(wider)} wider` : '', higher > 0 ? `${inMm(higher)} higher` : '']
      .filter((part) => part !== '')
      .join(' and ');
    if (growth !== '')
      fixes.push({
        label: `Make the piece ${growth}`,
        changes: [
          change('piece.widthMm', larger.widthMm),
          change('piece.heightMm', larger.heightMm),
          ...centre,
        ],
      });
  }
  return fixes;
}

/** Smaller corners, where it is corners that cut the quiet zone. */
function cornerFixes(context: LimitContext): Fix[] {
  const { pieceSettings } = context;
  const { outline } = pieceSettings;
  if (outline.kind !== 'rectangle') return [];
  const largest = Math.max(...outline.corners.map(({ mm }) => mm));
  const limited = (mm: number): PieceSettings => ({
    ...pieceSettings,
    outline: {
      kind: 'rectangle',
      corners:
        mm === 0
          ? roundCorners(0)
          : (outline.corners.map((corner) => ({ ...corner, mm: Math.min(corner.mm, mm) })) as [
              (typeof outline.corners)[0],
              (typeof outline.corners)[0],
              (typeof outline.corners)[0],
              (typeof outline.corners)[0],
            ]),
    },
  });
  const fits = (mm: number): boolean => hasQuietZone(context, limited(mm));
  if (fits(largest) || !fits(0)) return [];
  let low = 0;
  let high = largest;
  for (let step = 0; step < 30; step++) {
    const middle = (low + high) / 2;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  const mm = roundDownTo(low, 0.1);
  return [
    {
      label: `Make the corner radius ${inMm(mm)}`,
      changes: [change('piece.outline', limited(mm).outline)],
    },
  ];
}
