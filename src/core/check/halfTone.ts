/** Limits on parts of modules that follow a picture: readers need more pixels to tell the middles from what lies around them. */
import { farthestMm, pixelsPerModule } from '../camera';
import { metres, say } from '../finding';
import { roundDownTo, slack } from '../numbers';
import { fix, readFromChange } from './changes';
import type { CodeContext } from './context';
import { wholeModulesFixes } from './fineness';
import type { Measured } from './measured';
import { isSplit, leastHalfToneModuleMm, leastHalfTonePixels } from './partNeeds';
import { widerCodeFixes } from './sizeFixes';

export function measureHalfTone(context: CodeContext): Measured | null {
  const { placed, readingDistanceMm, symbol } = context;
  if (!isSplit(context)) return null;
  const pixels = pixelsPerModule(placed.moduleMm, readingDistanceMm);
  const [least, leastMm] = [leastHalfTonePixels(context), leastHalfToneModuleMm(context)];
  const enough = placed.moduleMm >= leastMm - slack;
  const nearer = roundDownTo(farthestMm(placed.moduleMm, least) / 1000, 0.01);
  return {
    kind: 'half-tone',
    station: 'style',
    severity: enough ? 'fine' : 'caution',
    title: 'Parts of modules',
    text: enough
      ? ['Cameras see the middle of every module apart from what the picture makes of its parts.']
      : say`From this distance cameras see ${pixels.toFixed(1)} pixels a module; where parts follow a picture all readers need ${least}.`,
    measured: { value: placed.moduleMm, unit: 'mm' },
    required: { value: leastMm, unit: 'mm', comparison: '>=' },
    source: { tag: 'sim', text: 'simulated shots of areas and greys, turned all ways' },
    fixes: () =>
      enough
        ? []
        : [
            ...widerCodeFixes(context, leastMm * symbol.size),
            ...(nearer < 0.05 ? [] : [fix(say`Read it from ${metres(nearer)}`, readFromChange(nearer))]),
            ...wholeModulesFixes(context),
          ],
  };
}
