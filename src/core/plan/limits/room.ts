/** Limits on the room that the code has on its piece. */
import type { Finding, Fix } from '../../finding';
import type { Piece } from '../../piece';
import { quietZoneModules } from '../../symbol';
import {
  change,
  clearanceOf,
  enlargedPiece,
  hasQuietZone,
  inMm,
  offeredWidthTo,
  quietModules,
  roundDownTo,
  slack,
  widestCodeMm,
  type LimitContext,
} from './context';

/** The decoration of a round outline has to lie on the piece. */
export function measureRoundInside(context: LimitContext): Finding | null {
  const { piece, pieceSettings } = context;
  const { round } = piece;
  if (round === null) return null;
  const room = roundRoomMm(piece);
  const leftMm = room - round.radiusMm;
  const isInside = leftMm >= -slack;
  const widest = (pieceSettings.codeWidthMm * room) / round.radiusMm;
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
              changes: [change('piece.codeWidthMm', offeredWidthTo(context, widest))],
            },
            { label: 'Take the round outline away', changes: [change('style.round', null)] },
          ],
  };
}

/** Radius of the largest circle about the middle of the code that lies on the piece; 0 without a round outline. */
export function roundRoomMm({ round, widthMm, heightMm, cornerRadiusMm }: Piece): number {
  if (round === null) return 0;
  return Math.max(
    0,
    Math.min(
      round.x,
      round.y,
      widthMm - round.x,
      heightMm - round.y,
      cornerRoom(round, widthMm, heightMm, cornerRadiusMm),
    ),
  );
}

/** Room in rounded corners: only a circle smaller than the corner's own can be nearer to a corner than to the edges. */
function cornerRoom(
  { x, y }: { readonly x: number; readonly y: number },
  widthMm: number,
  heightMm: number,
  cornerRadiusMm: number,
): number {
  const dx = Math.max(0, cornerRadiusMm - x, x - (widthMm - cornerRadiusMm));
  const dy = Math.max(0, cornerRadiusMm - y, y - (heightMm - cornerRadiusMm));
  return dx > 0 && dy > 0 ? cornerRadiusMm - Math.hypot(dx, dy) : Infinity;
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
  const { mm, nearest } = clearanceOf(context.pieceSettings);
  const inside = mm >= -slack;
  return {
    code: 'code-inside',
    severity: inside ? 'fine' : 'stop',
    title: 'Code on the piece',
    text: inside
      ? `${inMm(mm)} from the ${nearest}.`
      : `The code reaches ${inMm(-mm)} over the ${nearest}; what lies there is not made.`,
    measured: { value: mm, unit: 'mm' },
    required: { value: 0, unit: 'mm', comparison: '>=' },
    source: { tag: 'geo', text: 'geometry of the piece' },
    fixes: inside ? [] : roomFixes(context),
  };
}

export function measureQuietZone(context: LimitContext): Finding {
  const { pieceSettings, symbol, plan } = context;
  const { nearest } = clearanceOf(pieceSettings);
  const modules = quietModules(pieceSettings, symbol.size);
  const enough = modules >= quietZoneModules - slack;
  const marked = plan.marks === 'dark modules' ? 'left bare' : 'marked with the light modules';
  return {
    code: 'quiet-zone',
    severity: enough ? 'fine' : 'stop',
    title: 'Quiet zone',
    text: enough
      ? `On all sides, ${marked}; the nearest thing is the ${nearest}.`
      : `The ${nearest} cuts the quiet zone. What lies beyond the piece is unknown, so it does not count as quiet.`,
    measured: { value: modules, unit: 'X' },
    required: { value: quietZoneModules, unit: 'X', comparison: '>=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.8' },
    fixes: enough ? [] : roomFixes(context),
  };
}

/** Ways to give the quiet zone its room: a smaller code, the middle, a larger piece, tighter corners. Each is checked. */
function roomFixes(context: LimitContext): Fix[] {
  const { pieceSettings, symbol, pair } = context;
  const fixes: Fix[] = [];
  const size = symbol.size;
  const shrink = (settings: typeof pieceSettings): number | null => {
    const codeWidthMm = offeredWidthTo(context, widestCodeMm(settings, size));
    const large = codeWidthMm >= 1 && codeWidthMm / size >= pair.smallestModuleMm - slack;
    return large && hasQuietZone({ ...settings, codeWidthMm }, size) ? codeWidthMm : null;
  };
  const smaller = shrink(pieceSettings);
  if (smaller !== null)
    fixes.push({ label: `Make the code ${inMm(smaller)}`, changes: [change('piece.codeWidthMm', smaller)] });
  const centred = { ...pieceSettings, codePlace: 'centred' as const };
  const centre = change('piece.codePlace', 'centred');
  if (pieceSettings.codePlace !== 'centred') {
    if (hasQuietZone(centred, size)) fixes.push({ label: 'Put the code in the middle', changes: [centre] });
    else {
      const width = shrink(centred);
      if (width !== null && width !== smaller)
        fixes.push({
          label: `Make the code ${inMm(width)} and centre it`,
          changes: [change('piece.codeWidthMm', width), centre],
        });
    }
  }
  const cornerRadiusMm = widestRadius(pieceSettings, size);
  if (cornerRadiusMm !== null)
    fixes.push({
      label: `Make the corner radius ${inMm(cornerRadiusMm)}`,
      changes: [change('piece.cornerRadiusMm', cornerRadiusMm)],
    });
  const larger = enlargedPiece(centred, size);
  if (larger !== null && !hasQuietZone(centred, size)) {
    const wider = roundDownTo(larger.widthMm - pieceSettings.widthMm, 0.001);
    const higher = roundDownTo(larger.heightMm - pieceSettings.heightMm, 0.001);
    const growth = [wider > 0 ? `${inMm(wider)} wider` : '', higher > 0 ? `${inMm(higher)} higher` : '']
      .filter((part) => part !== '')
      .join(' and ');
    fixes.push({
      label: `Make the piece ${growth}`,
      changes: [
        change('piece.widthMm', larger.widthMm),
        change('piece.heightMm', larger.heightMm),
        ...(pieceSettings.codePlace === 'centred' ? [] : [centre]),
      ],
    });
  }
  return fixes;
}

/** The largest corner radius that leaves the quiet zone whole, null when corners are not what cuts it. */
function widestRadius(settings: LimitContext['pieceSettings'], size: number): number | null {
  const fits = (cornerRadiusMm: number): boolean => hasQuietZone({ ...settings, cornerRadiusMm }, size);
  if (fits(settings.cornerRadiusMm) || !fits(0)) return null;
  let low = 0;
  let high = settings.cornerRadiusMm;
  for (let step = 0; step < 30; step++) {
    const middle = (low + high) / 2;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return roundDownTo(low, 0.1);
}
