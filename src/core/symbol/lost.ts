/** What modules that are read wrong cost: codewords of each block (ISO/IEC 18004:2015, 7.5.1 and Table 9; placement 7.7.3). */
import { moduleRoles, symbolAnatomy, type ModuleRole } from './anatomy';
import type { QrSymbol } from './encode';
import { blockLayout } from './tables';

export interface LostCodewords {
  /** For each block the codewords that are wrong. */
  readonly usedByBlock: readonly number[];
  /** Codewords that every block corrects, misdecode protection taken off. */
  readonly correctable: number;
  /** The most that any block uses. */
  readonly worst: number;
  /** Function patterns among the modules. */
  readonly patterns: readonly ModuleRole[];
}

/** `modules` has 1 for each that is read wrong, row by row. */
export function lostCodewords(
  { version, level }: Pick<QrSymbol, 'version' | 'level'>,
  modules: Uint8Array,
): LostCodewords {
  const anatomy = symbolAnatomy(version, level);
  const { blockCount, correctablePerBlock } = blockLayout(version, level);
  const codewords = new Set<number>();
  const patterns = new Set<ModuleRole>();
  modules.forEach((isWrong, module) => {
    if (isWrong === 0) return;
    const codeword = anatomy.codeword[module]!;
    const role = moduleRoles[anatomy.role[module]!]!;
    if (codeword >= 0) codewords.add(codeword);
    else if (role !== 'remainder') patterns.add(role);
  });
  const usedByBlock = Array.from({ length: blockCount }, () => 0);
  for (const codeword of codewords) usedByBlock[anatomy.blockOfCodeword[codeword]!]!++;
  return {
    usedByBlock,
    correctable: correctablePerBlock,
    worst: Math.max(...usedByBlock),
    patterns: moduleRoles.filter((role) => patterns.has(role)),
  };
}
