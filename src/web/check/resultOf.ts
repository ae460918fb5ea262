/** What is kept of a check. */
import type { CheckResult } from '../../wire';
import { codeOf, verdictOf, type Checked } from './usePhotoChecks';

export function resultOf(checked: Checked): CheckResult {
  const code = codeOf(checked);
  const { verdict, message } = verdictOf(checked, true)!;
  const comparison = checked.byHand?.found.comparison ?? code?.comparison ?? null;
  return {
    verdict,
    message,
    isSameSymbol: code?.isSameSymbol ?? false,
    help: code?.seen.help ?? 'none',
    readers: checked.check!.readers.map(({ name, votes, text }) => ({
      name,
      votes,
      read: text !== null && text === code?.seen.text,
    })),
    version: code?.seen.version ?? comparison?.symbol.version ?? 1,
    level: code?.seen.level ?? comparison?.symbol.level ?? 'M',
    mask: code?.seen.mask ?? comparison?.symbol.mask ?? 0,
    pixelsPerModule: Number((code?.pixelsPerModule ?? 0).toFixed(2)),
    compared: comparison && {
      wrong: [...comparison.wrong.keys()].filter((at) => comparison.wrong[at] === 1),
      worst: comparison.worst,
      correctable: comparison.correctable,
      contrast: Number(comparison.contrast.toFixed(4)),
      growthModules: Number(comparison.growthModules.toFixed(4)),
    },
  };
}
