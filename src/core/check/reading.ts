/** Limits on the distance from which the piece is read. */
import {
  farthestMm,
  leastModuleMm,
  leastPixelsPerModule,
  nearestMm,
  neededPixelsPerModule,
  phoneCamera,
  pixelsPerModule,
  widestMm,
} from '../camera';
import { metres, say, type Fix } from '../finding';
import { roundDownTo, roundUpTo, slack } from '../numbers';
import { fix, readFromChange } from './changes';
import { hasQuietZone, offeredWidthTo, withCodeWidth, type CodeContext } from './context';
import type { Measured } from './measured';
import { codeWidthFix, fewerModulesFixes, widerCodeFixes } from './sizeFixes';

export const readFromFix = (distanceM: number): Fix =>
  fix(say`Read from ${metres(distanceM)}`, readFromChange(distanceM));

/** The camera model: how many pixels of the picture every module needs. */
export function measureFarthest(context: CodeContext): Measured {
  const { placed, symbol, readingDistanceMm } = context;
  const pixels = pixelsPerModule(placed.moduleMm, readingDistanceMm);
  const severity =
    pixels < leastPixelsPerModule - slack
      ? 'stop'
      : pixels < neededPixelsPerModule - slack
        ? 'caution'
        : 'fine';
  const reach = farthestMm(placed.moduleMm, neededPixelsPerModule);
  const leastMm = leastModuleMm(readingDistanceMm);
  const nearer = roundDownTo(reach / 1000, 0.01);
  const fixes = (): Fix[] =>
    severity === 'fine'
      ? []
      : [
          ...widerCodeFixes(context, leastMm * symbol.size),
          ...fewerModulesFixes(context, leastMm),
          ...(nearer * 1000 >= nearestMm(placed.quietZone.width) ? [readFromFix(nearer)] : []),
        ];
  return {
    kind: 'reading-camera',
    station: 'piece',
    severity,
    title: 'Reading distance',
    text: say`From ${metres(readingDistanceMm / 1000)} a module takes ${pixels.toFixed(1)} pixels of the phone's picture; readers need ${neededPixelsPerModule}.`,
    measured: { value: reach / 1000, unit: 'm' },
    required: { value: readingDistanceMm / 1000, unit: 'm', comparison: '>=' },
    source: {
      tag: 'sim',
      text: `camera model: ${phoneCamera.source.text}; pixels needed from simulated shots`,
    },
    fixes,
  };
}

/** The rule of thumb, up to ten times the width of the code, beside the camera model. It is for small versions and raises nothing. */
export function measureTenToOne({ laying }: CodeContext): Measured {
  return {
    kind: 'reading-rule',
    station: 'piece',
    severity: 'fine',
    title: '10 : 1 rule',
    text: [
      'Rule of thumb for small versions: up to ten times the width of the code. The camera model is the closer measure.',
    ],
    measured: { value: laying.placement.widthMm / 100, unit: 'm' },
    required: { words: 'a rule of thumb' },
    source: { tag: 'cp', text: 'common practice, no source' },
    fixes: () => [],
  };
}

/** Near by, the code with its quiet zone has to fit the picture and be in focus. */
export function measureNearest(context: CodeContext): Measured {
  const { placed, readingDistanceMm } = context;
  const nearest = nearestMm(placed.quietZone.width);
  const enough = nearest <= readingDistanceMm + slack;
  const fixes = (): Fix[] => (enough ? [] : nearestFixes(context, nearest));
  return {
    kind: 'reading-nearest',
    station: 'piece',
    severity: enough ? 'fine' : 'caution',
    title: 'Reads from',
    text: enough
      ? ['Nearer than this the code no longer fits the picture, or the phone does not focus.']
      : [
          'At the chosen distance the code with its quiet zone does not fit the picture, or the phone does not focus.',
        ],
    measured: { value: nearest / 1000, unit: 'm' },
    required: { value: readingDistanceMm / 1000, unit: 'm', comparison: '<=' },
    source: phoneCamera.source,
    fixes,
  };
}

function nearestFixes(context: CodeContext, nearest: number): Fix[] {
  const { placed, laying, symbol, pair, readingDistanceMm } = context;
  const fixes: Fix[] = [];
  const farther = roundUpTo(nearest / 1000, 0.01);
  if (farthestMm(placed.moduleMm, neededPixelsPerModule) >= farther * 1000) fixes.push(readFromFix(farther));
  const share = placed.quietZone.width / placed.code.width;
  const codeWidthMm = offeredWidthTo(context, widestMm(readingDistanceMm) / share);
  const wide = codeWidthMm >= 1 && codeWidthMm / symbol.size >= pair.smallestModuleMm - slack;
  if (
    wide &&
    readingDistanceMm >= phoneCamera.nearestMm &&
    hasQuietZone(context, withCodeWidth(laying, codeWidthMm))
  )
    fixes.push(codeWidthFix(context, codeWidthMm));
  return fixes;
}
