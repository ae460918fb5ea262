/** Limits on the distance from which the piece is read. */
import type { Finding, Fix } from '../finding';
import {
  farthestMm,
  leastPixelsPerModule,
  nearestMm,
  neededPixelsPerModule,
  phoneCamera,
  pixelsPerModule,
  widestMm,
} from '../camera';
import {
  change,
  fewerModulesFixes,
  hasQuietZone,
  inMm,
  offeredWidthTo,
  roundDownTo,
  roundUpTo,
  slack,
  widerCodeFixes,
  withCodeWidth,
  type LimitContext,
} from './context';

const readFrom = (distanceM: number): Fix => ({
  label: `Read from ${distanceM} m`,
  changes: [change('reading.distanceM', distanceM)],
});

/** The camera model: every module needs three pixels. */
export function measureFarthest(context: LimitContext): Finding {
  const { piece, symbol, readingDistanceMm } = context;
  const pixels = pixelsPerModule(piece.moduleMm, readingDistanceMm);
  const severity =
    pixels < leastPixelsPerModule - slack
      ? 'stop'
      : pixels < neededPixelsPerModule - slack
        ? 'caution'
        : 'fine';
  const reach = farthestMm(piece.moduleMm, neededPixelsPerModule);
  const leastModuleMm = (neededPixelsPerModule * readingDistanceMm) / phoneCamera.focalPx;
  const nearer = roundDownTo(reach / 1000, 0.01);
  const fixes: Fix[] = [];
  if (severity !== 'fine') {
    fixes.push(
      ...widerCodeFixes(context, leastModuleMm * symbol.size),
      ...fewerModulesFixes(context, leastModuleMm),
    );
    if (nearer * 1000 >= nearestMm(piece.quietZone.width)) fixes.push(readFrom(nearer));
  }
  return {
    code: 'reading-camera',
    severity,
    title: 'Reads to',
    text: `From ${readingDistanceMm / 1000} m a module takes ${pixels.toFixed(1)} pixels of the phone's picture; readers need ${neededPixelsPerModule}.`,
    measured: { value: reach / 1000, unit: 'm' },
    required: { value: readingDistanceMm / 1000, unit: 'm', comparison: '>=' },
    source: {
      tag: 'sim',
      text: `camera model: ${phoneCamera.source.text}; pixels needed from simulated shots`,
    },
    fixes,
  };
}

/** The rule of thumb: read from up to ten times the width of the code. */
export function measureTenToOne(context: LimitContext): Finding {
  const { pieceSettings, piece, readingDistanceMm } = context;
  const reach = 10 * pieceSettings.code.widthMm;
  const enough = reach >= readingDistanceMm - slack;
  const fixes: Fix[] = [];
  if (!enough) {
    fixes.push(...widerCodeFixes(context, readingDistanceMm / 10));
    const nearer = roundDownTo(reach / 1000, 0.01);
    if (nearer * 1000 >= nearestMm(piece.quietZone.width)) fixes.push(readFrom(nearer));
  }
  return {
    code: 'reading-rule',
    severity: enough ? 'fine' : 'caution',
    title: '10 : 1 rule',
    text: 'Rule of thumb for small versions: up to ten times the width of the code. The camera model is the closer measure.',
    measured: { value: reach / 1000, unit: 'm' },
    required: { value: readingDistanceMm / 1000, unit: 'm', comparison: '>=' },
    source: { tag: 'cp', text: 'common practice, no source' },
    fixes,
  };
}

/** Near by, the code with its quiet zone has to fit the picture and be in focus. */
export function measureNearest(context: LimitContext): Finding {
  const { piece, pieceSettings, symbol, pair, readingDistanceMm } = context;
  const nearest = nearestMm(piece.quietZone.width);
  const enough = nearest <= readingDistanceMm + slack;
  const fixes: Fix[] = [];
  if (!enough) {
    const farther = roundUpTo(nearest / 1000, 0.01);
    if (farthestMm(piece.moduleMm, neededPixelsPerModule) >= farther * 1000) fixes.push(readFrom(farther));
    const share = piece.quietZone.width / piece.code.width;
    const codeWidthMm = offeredWidthTo(context, widestMm(readingDistanceMm) / share);
    const wide = codeWidthMm >= 1 && codeWidthMm / symbol.size >= pair.smallestModuleMm - slack;
    if (
      wide &&
      readingDistanceMm >= phoneCamera.nearestMm &&
      hasQuietZone(context, withCodeWidth(pieceSettings, codeWidthMm))
    )
      fixes.push({
        label: `Make the code ${inMm(codeWidthMm)}`,
        changes: [change('piece.code.widthMm', codeWidthMm)],
      });
  }
  return {
    code: 'reading-nearest',
    severity: enough ? 'fine' : 'caution',
    title: 'Reads from',
    text: enough
      ? 'Nearer than this the code no longer fits the picture, or the phone does not focus.'
      : 'At the chosen distance the code with its quiet zone does not fit the picture, or the phone does not focus.',
    measured: { value: nearest / 1000, unit: 'm' },
    required: { value: readingDistanceMm / 1000, unit: 'm', comparison: '<=' },
    source: phoneCamera.source,
    fixes,
  };
}
