/** What is kept of a check: enough to tell it again, without the photograph. */
import type { CheckedCode, PhotoCheck } from './check';
import type { Comparison } from './compare';
import { verdictOfCheck } from './verdict';

/** `byHand` is what was compared under corners that were set by hand. */
export function keptResult(check: PhotoCheck, code: CheckedCode | null, byHand: Comparison | null = null) {
  const { verdict, message } = verdictOfCheck(check, code, code !== null && code.meantId !== null);
  const comparison = byHand ?? code?.comparison ?? null;
  return {
    verdict,
    message,
    isSameSymbol: code?.isSameSymbol ?? false,
    help: code?.seen.help ?? ('none' as const),
    readers: check.readers.map(({ name, votes, text }) => ({
      name,
      votes,
      read: text !== null && text === code?.seen.text,
    })),
    version: code?.seen.version ?? comparison?.symbol.version ?? 1,
    level: code?.seen.level ?? comparison?.symbol.level ?? ('M' as const),
    mask: code?.seen.mask ?? comparison?.symbol.mask ?? 0,
    pixelsPerModule: Number((code?.pixelsPerModule ?? 0).toFixed(2)),
    compared: comparison && {
      wrong: [...comparison.wrong.keys()].filter(
        (index) => comparison.wrong[index] === 1 && comparison.covered[index] === 0,
      ),
      worst: comparison.worst,
      correctable: comparison.correctable,
      contrast: Number(comparison.contrast.toFixed(4)),
      growthModules: Number(comparison.growthModules.toFixed(4)),
    },
  };
}

/** The code of a photograph that is told of: the job's when it is there, else the first. */
export const codeToTell = ({ codes }: PhotoCheck): CheckedCode | null =>
  codes.find(({ meantId }) => meantId !== null) ?? codes[0] ?? null;
