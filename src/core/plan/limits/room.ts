/** Limits on the room that the code has on its piece. */
import type { Finding, Fix } from '../../finding';
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
